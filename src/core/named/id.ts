import * as z from 'zod';
import './schema-words.ts';
import { isName } from './keyed.ts';

/** Identifier of a thing in a report. */
export const Id = z
  .string()
  .regex(/^[\w-]{1,64}$/, 'An id has up to 64 letters, digits, - or _.')
  .refine(isName, 'That text cannot be used as an id.');
