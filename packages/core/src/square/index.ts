export * from './square';
