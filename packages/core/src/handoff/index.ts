export * from './hand-off';
