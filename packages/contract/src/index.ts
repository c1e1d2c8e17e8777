export * from './wire';
export * from './wire.schema';
export * from './document.schema';
export * from './patches';
export * from './upgrade';
export * from './prove.schema';
