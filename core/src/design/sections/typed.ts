import { z } from 'zod';
import { plainTextSchema } from '../plainText.ts';
import { section } from '../section.ts';

export const MOST_TYPED = 500;

/** Lengths as they were typed, by path, where the words say more than the millimetres (25 1/2 in). */
const typedSchema = () =>
  z
    .record(plainTextSchema('the place of a remembered entry', 80), plainTextSchema('a remembered entry', 40))
    .refine((r) => Object.keys(r).length <= MOST_TYPED, {
      message: `over ${MOST_TYPED} remembered entries cannot be kept: leave some out`,
    });

export const typedSection = /* @__PURE__ */ section({
  words: 'entries as they were typed',
  schema: typedSchema,
  plain: () => ({}),
});
