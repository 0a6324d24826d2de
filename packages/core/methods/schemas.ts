import { z } from 'zod';
import type { MethodSettings } from './all';
import { componentsSettings, keptSchema } from './components/schema';

/** How each method's settings, and what it was asked when scores were frozen, are checked. */
export const METHOD_SCHEMAS = [
  { method: 'components', settings: componentsSettings, ask: keptSchema },
] as const;

type Schemas = typeof METHOD_SCHEMAS;

/** Settings of whichever method. */
export const settingsSchema = z.discriminatedUnion(
  'method',
  METHOD_SCHEMAS.map(({ settings }) => settings) as unknown as [Schemas[number]['settings']],
) satisfies z.ZodType<MethodSettings>;

/** What a method was asked. */
export const askedSchema = z.discriminatedUnion(
  'method',
  METHOD_SCHEMAS.map(({ method, ask }) => z.strictObject({ method: z.literal(method), ask })) as unknown as [
    z.ZodObject<{ method: z.ZodLiteral<Schemas[number]['method']>; ask: Schemas[number]['ask'] }>,
  ],
);
