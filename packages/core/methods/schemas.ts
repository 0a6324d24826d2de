import { z } from 'zod';
import type { MethodSettings } from './all';
import { METHOD_SCHEMAS } from './lists/schemas';

type Schemas = typeof METHOD_SCHEMAS;

/** Settings of whichever method. */
export const settingsSchema = z.discriminatedUnion(
  'method',
  METHOD_SCHEMAS.map(({ settings }) => settings) as unknown as [Schemas[number]['settings']],
) satisfies z.ZodType<MethodSettings>;

/** What a method was asked. */
export const askedSchema = z.discriminatedUnion(
  'method',
  METHOD_SCHEMAS.map(({ method, ask }) =>
    z.strictObject({ method: z.literal(method), ask, placing: z.string().optional() }),
  ) as unknown as [
    z.ZodObject<{
      method: z.ZodLiteral<Schemas[number]['method']>;
      ask: Schemas[number]['ask'];
      placing: z.ZodOptional<z.ZodString>;
    }>,
  ],
);
