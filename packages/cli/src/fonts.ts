import { type Fonts, fontsNamedInFile } from '@drelk/core';
import { nodeHost } from '@drelk/decode';
import { fontShelf } from '@drelk/runner';

/** Fonts of the application, beside the program. */
export const shelf = fontShelf(nodeHost(process.argv[1]));

/** The shipped fonts that a file's writing is set in. */
export const fontsFor = (file: Uint8Array): Promise<Fonts> => shelf.named(fontsNamedInFile(file));
