import type * as z from 'zod';
import type { Report } from '../report/report.ts';

export interface Command<Args extends z.ZodType> {
  args: Args;
  /** what the change is called in "Undo …" */
  label: string;
  /** changes the draft in place; throws a Refusal when the change makes no sense */
  run(draft: Report, args: z.infer<Args>): void;
}

/** Declares a command with the schema of its arguments. */
export const command = <Args extends z.ZodType>(
  label: string,
  args: Args,
  run: (draft: Report, args: z.infer<Args>) => void,
) => ({ label, args, run }) satisfies Command<Args>;

/** Sets those properties that were given. */
export function assign<T extends object>(target: T, values: Partial<T>) {
  for (const [key, value] of Object.entries(values)) if (value !== undefined) Object.assign(target, { [key]: value });
}
