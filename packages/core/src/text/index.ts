export * from './font';
export { type FontFile, openFont } from './open-font';
export * from './read-font-file';
export * from './stroke-font';
export * from './shipped';
export * from './settings';
export * from './baseline';
export * from './set-text';
export * from './text-shapes';
