export * from './font';
export * from './open-font';
export * from './stroke-font';
export * from './shipped';
export * from './settings';
export * from './baseline';
export * from './set-text';
export * from './text-shapes';
