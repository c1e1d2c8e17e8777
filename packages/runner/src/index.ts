export * from './font-shelf';
export * from './host';
export * from './open-job';
export * from './questions';
