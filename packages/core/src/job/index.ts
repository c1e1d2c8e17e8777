export * from './document';
export * from './memory';
export * from './run';
export * from './facts';
export * from './length';
