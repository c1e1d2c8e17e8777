export * from './otsu';
export * from './level';
export * from './rim';
export * from './specks';
export * from './ink';
