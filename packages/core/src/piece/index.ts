export * from './artwork';
export * from './piece';
export * from './scale';
