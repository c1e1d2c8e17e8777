export * from './check';
export * from './cut-ground';
export * from './limits';
export * from './prove';
export * from './size-to-pass';
export * from './workshop';
