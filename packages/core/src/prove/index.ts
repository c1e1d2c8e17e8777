export * from './check';
export * from './prove';
