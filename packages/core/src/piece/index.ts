export * from './artwork';
export * from './piece';
export * from './scale';
export * from './settings';
