export * from './open-picture';
export * from './as-png';
export * from './node-host';
