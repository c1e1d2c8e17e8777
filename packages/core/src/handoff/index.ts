export { type CheckedFile, contentOf, handOff, type HandOffSettings } from './hand-off';
