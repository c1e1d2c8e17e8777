import { makeFile } from './make-file';

/** What a thread of the pool runs. */
export default makeFile;
