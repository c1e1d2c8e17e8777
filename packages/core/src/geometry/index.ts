export * from './contour';
export * from './arc';
export * from './measure';
export * from './flatten';
export * from './transform';
export * from './polygon';
export * from './nest';
export * from './distance';
