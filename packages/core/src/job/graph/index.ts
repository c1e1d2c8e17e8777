export * from './inputs';
export * from './key';
export * from './memory';
export * from './run';
export * from './step';
