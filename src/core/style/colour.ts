import * as z from 'zod';

/** A colour as #rrggbb. */
export const Colour = z.string().regex(/^#[0-9a-f]{6}$/i, 'A colour is written as # and six digits, such as #5b3a63.');
