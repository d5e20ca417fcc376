import { z } from 'zod';
import type { Limits } from '../limit.ts';
import { limited, mm, nameSchema } from '../schemaParts.ts';
import { section } from '../section.ts';

export const MOST_UNDERLAYS = 12;

export const UNDERLAY_LIMITS = {
  'underlay.pixels': { label: 'picture', min: 1, max: 20000, from: 'edge to edge, pixels' },
  'underlay.at': {
    label: 'place of the picture',
    min: -5000,
    max: 5000,
    from: 'the bridge line and centre line',
  },
  'underlay.turn': {
    label: 'turn of the picture',
    min: -180,
    max: 180,
    from: 'its lower edge along the centre line',
  },
  'underlay.scale': { label: 'millimetres of a pixel', min: 0.0005, max: 50, from: 'edge to edge of one' },
  'underlay.opacity': { label: 'opacity of the picture', min: 0.05, max: 1, from: 'clear to full' },
  'underlay.goodTo': { label: 'how good the picture is', min: 0, max: 1000, from: 'its true place' },
  'underlay.focal': { label: 'focal length', min: 0.1, max: 20, from: 'share of the picture’s diagonal' },
  'underlay.cameraAt': {
    label: 'place of the camera',
    min: -1e6,
    max: 1e6,
    from: 'the picture’s upper left corner, pixels',
  },
  'underlay.cameraHeight': {
    label: 'height of the camera',
    min: 1,
    max: 1e6,
    from: 'the marked plane, pixels',
  },
} as const satisfies Limits;

/**
 * A picture under the drawing. Its middle lies at a place of the instrument frame; its pixels are squares of
 * `scale` mm, turned counter-clockwise. `mirrored`: seen from behind.
 */
const underlaySchema = () =>
  z.looseObject({
    id: z
      .string({ error: 'an underlay needs an id' })
      .regex(/^[A-Za-z0-9_-]{1,24}$/, 'an underlay’s id must be 1 to 24 letters and figures'),
    name: nameSchema,
    /** The picture that the server keeps. */
    picture: z.uuid({ error: 'an underlay’s picture is named by its UUID' }),
    width: limited(UNDERLAY_LIMITS['underlay.pixels'], '', true),
    height: limited(UNDERLAY_LIMITS['underlay.pixels'], '', true),
    at: z.looseObject({ x: mm(UNDERLAY_LIMITS['underlay.at']), y: mm(UNDERLAY_LIMITS['underlay.at']) }),
    turn: limited(UNDERLAY_LIMITS['underlay.turn'], '°'),
    scale: limited(UNDERLAY_LIMITS['underlay.scale'], ''),
    mirrored: z.boolean({ error: 'an underlay is mirrored or not: true or false' }),
    opacity: limited(UNDERLAY_LIMITS['underlay.opacity'], ''),
    locked: z.boolean({ error: 'an underlay is locked or not: true or false' }),
    hidden: z.boolean({ error: 'an underlay is hidden or not: true or false' }),
    /** How its size was found; “not” while it is a guess. */
    scaled: z.enum(['not', 'measures', 'corners', 'instrument', 'file'], {
      error: 'an underlay is scaled by “measures”, “corners”, the “instrument”, its “file”, or “not”',
    }),
    /** How good its size and place are, mm; null where nothing tells. */
    goodTo: limited(UNDERLAY_LIMITS['underlay.goodTo'], 'mm').nullable(),
    /** The lens’ focal length that its file told, as a share of its diagonal; null where it told none. */
    focal: limited(UNDERLAY_LIMITS['underlay.focal'], '').nullable(),
    /** Where its camera stood over the marked plane, in pixels of the picture; null where nothing tells. */
    camera: z
      .looseObject({
        x: limited(UNDERLAY_LIMITS['underlay.cameraAt'], ''),
        y: limited(UNDERLAY_LIMITS['underlay.cameraAt'], ''),
        height: limited(UNDERLAY_LIMITS['underlay.cameraHeight'], ''),
        plane: z.enum(['face', 'bench'], { error: 'a photo was marked on the “face” or on the “bench”' }),
      })
      .nullable(),
    /** The face that it is the artwork of; null for a picture to draw over. */
    artwork: z
      .enum(['front', 'back'], { error: 'a picture is the artwork of the “front” or of the “back”' })
      .nullable(),
  });

const underlaysSchema = () =>
  z
    .array(underlaySchema(), { error: 'the underlays must be a list' })
    .max(MOST_UNDERLAYS, `over ${MOST_UNDERLAYS} underlays cannot be kept: take some away`);

export const underlaysSection = /* @__PURE__ */ section({
  words: 'pictures',
  schema: underlaysSchema,
  plain: () => [],
});
