import { z } from 'zod';
import type { Limits } from '../limit.ts';
import { mm } from '../schemaParts.ts';
import { section } from '../section.ts';

export const HAND_LIMITS = {
  'hand.room': { label: 'room for the hand', min: 5, max: 80, from: 'the board’s edge outward' },
  'hand.finger': { label: 'reach of the first finger', min: 0, max: 120, from: 'where the hand is stopped' },
  'hand.picking': { label: 'picking hand', min: -20, max: 400, from: 'the bridge line, nutward' },
  'hand.reach': { label: 'reach of the little finger', min: 20, max: 250, from: 'the picking hand’s place' },
} as const satisfies Limits;

/** The player's hands: room beside the neck, and how far the first finger reaches past it. */
const handSchema = () =>
  z.looseObject({
    room: mm(HAND_LIMITS['hand.room']),
    finger: mm(HAND_LIMITS['hand.finger']),
    /** Where the picking hand plays over the strings, nutward of the bridge; how far its little finger reaches. */
    picking: mm(HAND_LIMITS['hand.picking']),
    reach: mm(HAND_LIMITS['hand.reach']),
  });

/** A hand of middling size, mm. */
export const PLAIN_HAND = { room: 32, finger: 45, picking: 70, reach: 95 } as const;

export const handSection = /* @__PURE__ */ section({
  words: 'hand',
  schema: handSchema,
  plain: () => ({ ...PLAIN_HAND }),
});
