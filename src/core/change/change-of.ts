import type * as z from 'zod';

type Defaulted = Record<string, z.ZodDefault<z.ZodType>>;
type ChangeOf<Shape extends Defaulted> = {
  [Key in keyof Shape]: z.ZodOptional<ReturnType<Shape[Key]['unwrap']>>;
};

/** The fields of a change to a part of something: its defaults must not come in with them. */
export const changeOf = <Shape extends Defaulted>(shape: Shape) =>
  Object.fromEntries(
    Object.entries(shape).map(([key, schema]) => [key, schema.unwrap().optional()]),
  ) as ChangeOf<Shape>;
