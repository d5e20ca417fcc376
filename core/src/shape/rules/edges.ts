import type { EdgeProfile } from '../../design/schema.ts';
import type { Hit } from '../../design/rule.ts';
import { rule } from '../../design/rule.ts';
import { walkAlong } from '../stretches.ts';

const BASE = { stage: 'shape', severity: 'stop', unit: 'mm' } as const;
const RAD = Math.PI / 180;

/** How deep a profile goes at the very edge, mm. */
export const depthAtEdge = (profile: EdgeProfile): number =>
  profile.kind === 'round'
    ? profile.radius
    : profile.kind === 'chamfer'
      ? profile.width * Math.tan(profile.angle * RAD)
      : 0;

/** Wood that is left between the two at the edge, mm. */
export const edgesMeet = rule({
  ...BASE,
  id: 'edges-meet',
  limit: {
    name: 'edgeLand',
    label: 'Flat edge between front and back',
    value: 1,
    unit: 'mm',
    min: 0,
    max: 40,
  },
  title: 'The edges of front and back meet',
  says: ({ measured, limit }) =>
    `${measured} of flat edge is left between the front’s edge and the back’s; at least ${limit} is recommended: the bearing needs something to run on.`,
  remedy: 'Take a smaller round on one of them.',
  reads: ['body', 'carved'],
  find: ({ body, carved }, limit) => {
    const walk = walkAlong(carved.solid.region.outer);
    const profiles = (face: 'front' | 'back') => {
      const { profile, stretches } = body.edges[face];
      return [
        { profile, at: null as null | { x: number; y: number } },
        ...stretches.map((s) => {
          const [from, to] = [walk.to(s.from), walk.to(s.to)];
          const long = (to - from + walk.length) % walk.length;
          return { profile: s.profile, at: walk.at(from + long / 2) };
        }),
      ];
    };
    let worst: Hit | null = null;
    for (const front of profiles('front'))
      for (const back of profiles('back')) {
        const [f, b] = [depthAtEdge(front.profile), depthAtEdge(back.profile)];
        const left = body.thickness - f - b;
        // Two stretches of their own meet only where both lie.
        const both = !front.at || !back.at;
        if (f + b > 0 && both && left < limit && (worst === null || left < worst.measured!))
          worst = {
            subject: 'edges',
            where: front.at ?? back.at ?? carved.solid.region.outer[0]!,
            measured: left,
          };
      }
    return worst ? [worst] : [];
  },
});

/** What of a strip the round leaves at the edge, mm. */
export const bindingRounded = rule({
  ...BASE,
  id: 'binding-rounded',
  limit: { name: 'bindingLeft', label: 'Binding left at the edge', value: 0.5, unit: 'mm', min: 0, max: 10 },
  title: 'The round cuts the binding away',
  says: ({ measured, limit, subject }) =>
    `${measured} of the outer strip is left at the edge of the ${subject} after the round; at least ${limit} is recommended.`,
  remedy: 'Make the channel deeper, or the round smaller.',
  reads: ['body', 'carved'],
  find: ({ body, carved }, limit) =>
    (['front', 'back'] as const).flatMap((face): readonly Hit[] => {
      const { binding, profile } = body.edges[face];
      const outer = binding[0];
      if (!outer || profile.kind === 'square') return [];
      const left = outer.depth - depthAtEdge(profile);
      return left < limit
        ? [
            {
              subject: face,
              where: carved.solid.region.outer[0]!,
              measured: Math.max(0, left),
            },
          ]
        : [];
    }),
});

/** A button or a plate needs the edge square. */
export const partOnRound = rule({
  ...BASE,
  id: 'edge-part-on-round',
  severity: 'look',
  unit: '',
  limit: null,
  title: 'A part of the edge has no flat place to sit',
  says: ({ subject }) => `The edge is rounded or chamfered where ${subject} sits.`,
  remedy: 'Leave the edge square at parts, or cut a flat for it and accept this.',
  reads: ['body', 'layout'],
  find: ({ body, layout }) => {
    const land = (face: 'front' | 'back'): number =>
      body.edges[face].squareAtParts ? 0 : depthAtEdge(body.edges[face].profile);
    const [front, back] = [land('front'), land('back')];
    if (front + back === 0) return [];
    return layout.parts
      .filter(({ part }) => part.face === 'edge')
      .filter(({ part, form }) => {
        const half = (form.cuts[0]?.shape.kind === 'circle' ? form.cuts[0].shape.diameter : 12) / 2;
        return part.z + half > -front || part.z - half < -body.thickness + back;
      })
      .map(({ part, name }) => ({ subject: part.id, about: name, where: part.at, measured: null }));
  },
});
