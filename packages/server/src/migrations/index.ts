import { first } from './001-first';
import { shelf } from './002-shelf';
import { forms } from './003-forms';
import { workshop } from './004-workshop';
import { pace } from './005-pace';
import { recipients } from './006-recipients';
import { fromBehind } from './007-from-behind';
import type { Migration } from './migration';

/** Every change of the schema, in order. */
export const migrations: Migration[] = [first, shelf, forms, workshop, pace, recipients, fromBehind];
