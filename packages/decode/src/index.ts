export * from './open-picture';
export * from './as-png';
