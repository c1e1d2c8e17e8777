export * from './picture';
export * from './luminance';
export * from './grey';
export * from './histogram';
export * from './resample';
export * from './runs';
export * from './components';
export * from './mask';
