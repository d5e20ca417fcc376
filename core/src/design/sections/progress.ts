import { z } from 'zod';
import { section } from '../section.ts';

/** The stages of the work, in the order people work in. */
export const STAGES = ['strings', 'outline', 'neck', 'layout', 'shape', 'balance', 'templates'] as const;
export type Stage = (typeof STAGES)[number];

/** The mark of each stage; one without is not started, so that a stage can come without a version of its own. */
const progressSchema = () => {
  const mark = z.enum(['not started', 'in progress', 'done'], {
    error: 'a stage is “not started”, “in progress” or “done”',
  });
  return z.looseObject(
    Object.fromEntries(STAGES.map((stage) => [stage, mark.optional()])) as Record<
      Stage,
      z.ZodOptional<typeof mark>
    >,
  );
};

export const progressSection = /* @__PURE__ */ section({
  words: 'marks of the work order',
  schema: progressSchema,
  plain: () => ({}),
});
