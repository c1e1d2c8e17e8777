export * from './prove';
