export * from './document';
export * from './look';
export * from './memory';
export * from './resolve';
export * from './run';
export * from './options';
export * from './facts';
export * from './length';
