export * from './check';
export * from './cut-ground';
export * from './limits';
export * from './prove';
export * from './remedies';
export * from './ruler';
export * from './size-to-pass';
export * from './workshop';
