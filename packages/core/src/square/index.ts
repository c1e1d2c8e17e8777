export * from './settings';
export * from './plan';
export * from './quadrilateral';
export * from './find-sheet';
export * from './square';
export * from './hints';
export * from './cling';
