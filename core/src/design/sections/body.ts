import { z } from 'zod';
import type { Limits } from '../limit.ts';
import { limited, mm } from '../schemaParts.ts';
import { section } from '../section.ts';

export const BODY_LIMITS = {
  'body.thickness': { label: 'body thickness', min: 10, max: 120, from: 'front face to back face' },
  'body.grain': { label: 'grain', min: -90, max: 90, from: 'the centre line, counter-clockwise' },
} as const satisfies Limits;

/** `grain`: which way the fibres run in the face, from the centre line, counter-clockwise. */
const bodySchema = () =>
  z.looseObject({
    thickness: mm(BODY_LIMITS['body.thickness']),
    grain: limited(BODY_LIMITS['body.grain'], '°'),
  });

export const bodySection = /* @__PURE__ */ section({
  words: 'body',
  schema: bodySchema,
  plain: () => ({ thickness: 44, grain: 0 }),
});
