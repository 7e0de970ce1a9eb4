import * as z from 'zod';

type Shape = Readonly<Record<string, z.ZodType>>;
type Bare<Schema extends z.ZodType> = Schema extends z.ZodDefault<infer Inner> ? Inner : Schema;
type ChangeOf<Of extends Shape> = { [Key in keyof Of]: z.ZodOptional<Bare<Of[Key]> & z.ZodType> };

/**
 * The fields of a change to a part of something, each of which may be left out.
 * Their defaults must not come in with them, as they would with `partial()`:
 * what was left out would be set to them.
 */
export const changeOf = <Of extends Shape>(shape: Of) =>
  Object.fromEntries(
    Object.entries(shape).map(([key, schema]) => [
      key,
      (schema instanceof z.ZodDefault ? (schema.unwrap() as z.ZodType) : schema).optional(),
    ]),
  ) as ChangeOf<Of>;
