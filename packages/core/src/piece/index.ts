export * from './piece';
