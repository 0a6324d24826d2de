import { z } from 'zod';

export const conditionSchema = z.union([
  z.strictObject({ column: z.string(), levels: z.array(z.string()) }),
  z.strictObject({ column: z.string(), from: z.number(), to: z.number() }),
]);
