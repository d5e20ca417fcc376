import type { Hit, Rule } from '../../design/rule.ts';
import { rule } from '../../design/rule.ts';
import { polygonsMeet } from '../../geometry/polygons.ts';
import type { Cut } from '../cut.ts';
import { isOf, zOverlap } from '../cut.ts';
import { edgeSeat } from '../onEdge.ts';
import type { PartInPlace } from '../partInPlace.ts';

const BASE = { stage: 'layout', severity: 'stop', unit: 'mm' } as const;
const hit = ({ part, name }: PartInPlace, measured: number | null): Hit => ({
  subject: part.id,
  about: name,
  where: part.at,
  measured,
});
const inEdge = (p: PartInPlace): boolean => p.part.face === 'edge';

export const offEdge = rule({
  ...BASE,
  id: 'edge-part-off',
  limit: { name: 'offEdge', label: 'Part off the edge', value: 0.3, unit: 'mm', min: 0.05, max: 5 },
  title: 'A part of the edge is not on the edge',
  says: ({ measured, subject }) => `${subject} is ${measured} off the body’s edge.`,
  remedy: 'Press “Square on the edge”, or drag it there.',
  reads: ['layout', 'path'],
  find: ({ layout, path }, limit) =>
    layout.parts.filter(inEdge).flatMap((p) => {
      const { off } = edgeSeat(path, p.part);
      return off > limit ? [{ ...hit(p, off), mend: { kind: 'square' as const, id: p.part.id } }] : [];
    }),
});

/** A strap button may be turned so far on purpose, degrees, so that its strap pulls across it: a felt washer takes that up. */
const BUTTON_TURN = 30;

export const notFlat = rule({
  ...BASE,
  id: 'edge-part-not-square',
  severity: 'look',
  unit: '°',
  limit: { name: 'fromSquare', label: 'Edge part from square', value: 5, unit: '°', min: 0.5, max: 60 },
  title: 'A part of the edge does not seat flat',
  says: ({ measured, limit, subject }) =>
    `${subject} is ${measured} from square to the edge there: over ${limit} its plate or head does not lie flat.`,
  remedy: 'Press “Square on the edge”, or cut a flat for it and accept this.',
  reads: ['layout', 'path'],
  find: ({ layout, path }, limit) =>
    layout.parts.filter(inEdge).flatMap((p) => {
      const by = Math.abs(edgeSeat(path, p.part).fromSquare);
      const most = p.part.spec.kind === 'strap-button' ? Math.max(limit, BUTTON_TURN) : limit;
      return by > most ? [{ ...hit(p, by), mend: { kind: 'square' as const, id: p.part.id } }] : [];
    }),
});

/** What a jack's bore may come out in. */
const ROOMS: ReadonlySet<Cut['role']> = new Set(['cavity', 'chamber', 'channel', 'pocket', 'drilled']);

export const jackNoCavity = rule({
  ...BASE,
  id: 'jack-no-cavity',
  unit: '',
  limit: null,
  title: 'A jack has no cavity behind it',
  says: ({ subject }) => `The bore of ${subject} ends in solid wood: its wires come out nowhere.`,
  remedy: 'Move it beside its cavity, make the bore longer, or drill a run to it.',
  reads: ['layout'],
  find: ({ layout }) =>
    layout.parts
      .filter((p) => inEdge(p) && p.form.plug)
      .filter((p) => {
        const bore = p.cuts.find((c) => c.role === 'bore');
        return (
          bore !== undefined &&
          !layout.cuts.some(
            (c) =>
              ROOMS.has(c.role) &&
              !isOf(c, 'part', p.part.id) &&
              zOverlap(c, bore) &&
              polygonsMeet(c.area, bore.area),
          )
        );
      })
      .map((p) => hit(p, null)),
});

export const EDGE_PART_RULES: readonly Rule[] = [offEdge, notFlat, jackNoCavity];
