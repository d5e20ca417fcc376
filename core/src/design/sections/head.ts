import { z } from 'zod';
import { nameSchema } from '../schemaParts.ts';
import { section } from '../section.ts';

export const nameSection = /* @__PURE__ */ section({
  words: 'name',
  schema: () => nameSchema,
  plain: ({ name }) => name,
});

export const unitsSection = /* @__PURE__ */ section({
  words: 'units',
  schema: () => z.enum(['mm', 'in', 'in-fraction'], { error: 'units must be “mm”, “in” or “in-fraction”' }),
  plain: () => 'mm' as const,
});

export const handednessSection = /* @__PURE__ */ section({
  words: 'handedness',
  schema: () => z.enum(['right', 'left'], { error: 'handedness must be “right” or “left”' }),
  plain: () => 'right' as const,
});
