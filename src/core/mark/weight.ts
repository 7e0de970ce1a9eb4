import * as z from 'zod';

/** Weight of a stroke in points. */
export const Weight = z.number().min(0.1, 'A stroke is at least 0.1 pt.').max(12, 'A stroke is at most 12 pt.');
