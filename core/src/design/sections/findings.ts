import { z } from 'zod';
import { filledTextSchema, plainTextSchema } from '../plainText.ts';
import { section } from '../section.ts';

/** A finding that was looked at and let stand. */
const acceptedSchema = () =>
  z.looseObject({
    rule: plainTextSchema('the rule of an accepted finding', 60),
    subject: plainTextSchema('the subject of an accepted finding', 60),
    /** What was measured then; another measure is a new finding. */
    measured: z.number().nullable(),
    reason: filledTextSchema('the reason', 200, 'say why the finding may stand'),
  });

export const MOST_ACCEPTED = 200;

const findingsSchema = () =>
  z.looseObject({
    /** The user's own limits, by name; where one is missing the rule's own holds. */
    limits: z.record(
      plainTextSchema('the name of a limit', 40),
      z.number({ error: 'a limit must be a number' }).min(0).max(1000),
    ),
    accepted: z
      .array(acceptedSchema(), { error: 'accepted findings must be a list' })
      .max(
        MOST_ACCEPTED,
        `over ${MOST_ACCEPTED} accepted findings cannot be kept: withdraw the acceptance of some`,
      ),
  });

export const findingsSection = /* @__PURE__ */ section({
  words: 'limits and accepted findings',
  schema: findingsSchema,
  plain: () => ({ limits: {}, accepted: [] }),
  listKeys: {
    accepted: ({ rule, subject }: { readonly rule: string; readonly subject: string }) =>
      `${rule} ${subject}`,
  },
});
