import { z } from 'zod';
import { PLAIN_RETENTION } from '../../dimensions/retentionSettings';
import { parallelSchema, retentionSchema } from '../../dimensions/schema';
import { preparationSchema } from '../../preparation/schema';
import { ROTATIONS, NO_ROTATION } from './rotation';
import { BASES, type ComponentsSettings } from './settings';
import type { Kept } from './stages';

const rotation = z.strictObject({ method: z.enum(ROTATIONS), power: z.int().min(2).max(8) });
const byNumber = [
  z.literal('above-average'),
  z.int().min(1),
  z.strictObject({ share: z.number().gt(0).max(1), fewer: z.literal(true).optional() }),
] as const;

/** What an analyst decides of a reduction by principal components. */
export const componentsSettings = z.strictObject({
  method: z.literal('components'),
  basis: z.enum(BASES).default('prepared'),
  placed: z.array(z.string()).default([]),
  rotation: rotation.default({ ...NO_ROTATION }),
  keep: z.union([...byNumber, z.literal('parallel')]),
  retention: retentionSchema.default({ ...PLAIN_RETENTION }),
  fade: z.number().min(0).max(1),
  small: z.enum(['fade', 'leave out']).default('fade'),
  limit: z.number().min(0.5).max(0.9999).default(0.95),
  groupsBy: z.string().nullable().default(null),
  outcome: z.string().nullable().default(null),
}) satisfies z.ZodType<ComponentsSettings>;

/** What kept dimensions depended on when their scores were frozen. */
export const keptSchema = z.strictObject({
  preparation: preparationSchema,
  without: z.array(z.string()),
  leading: z.union([z.int().min(1), z.strictObject({ share: z.number().gt(0).max(1) })]).optional(),
  keep: z.union([...byNumber, z.strictObject({ parallel: parallelSchema })]),
  rotation,
}) satisfies z.ZodType<Kept>;
