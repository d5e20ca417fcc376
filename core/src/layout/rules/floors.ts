import { offsetPath } from '../../geometry/offset.ts';
import { areaHolds, polygonMiddle, polygonsMeet } from '../../geometry/polygons.ts';
import { stepOfCut } from '../carry/numbers.ts';
import { canBeCovered } from '../cover.ts';
import type { Cut } from '../cut.ts';
import { areaOf, isOf } from '../cut.ts';
import type { Floor } from '../floors.ts';
import type { Layout } from '../layOut.ts';
import type { Mend } from '../../design/mend.ts';
import type { Facts, Rule } from '../../design/rule.ts';
import { rule } from '../../design/rule.ts';
import { cutWords, pairOf } from '../cutWords.ts';

/** Which of two openings, one over the other, is made shallower: a chamber before a cavity. */
const SHALLOWER: readonly Cut['role'][] = ['chamber', 'cavity', 'channel'];

/** A step that would keep less than this share of its depth is not made shallower: something is wrong with its place. */
const LEAST_SHARE = 1 / 3;

/**
 * Returns the change that makes one step of a thin floor's openings shallower, so that `least` mm of wood is left under
 * it. `thickness`: of the body, mm. `null` if no opening can give way, or if its step would lose most of its depth.
 */
function shallower(
  { a, b }: Floor,
  least: number,
  openings: Facts['openings'],
  thickness: number,
): Mend | null {
  const pairs = [{ cut: a, other: b }, ...(b ? [{ cut: b, other: a }] : [])];
  for (const role of SHALLOWER)
    for (const { cut, other } of pairs) {
      const step = cut.role === role ? stepOfCut(openings, cut) : null;
      if (!step) continue;
      const { depth } = openings.find((o) => o.id === step.id)!.steps[step.step]!;
      // From where it begins to what is under it: how deep it is drawn may be past the other face.
      const room =
        cut.face === 'front' ? cut.top - (other?.top ?? -thickness) : (other?.bottom ?? 0) - cut.bottom;
      const to = Math.floor((room - least) * 10) / 10;
      if (to >= depth * LEAST_SHARE && to < depth) return { kind: 'number', number: step, to };
    }
  return null;
}

export const floorThin = rule({
  id: 'floor-thin',
  stage: 'layout',
  severity: 'stop',
  unit: 'mm',
  limit: { name: 'floor', label: 'Floor under an opening', value: 4, unit: 'mm', min: 0, max: 40 },
  title: 'A floor is thin',
  says: ({ measured, limit, subject }) =>
    `${measured} of wood is left under ${subject}; at least ${limit} is recommended.`,
  remedy: 'Make one of them shallower, or move them apart.',
  reads: ['floors', 'layout', 'openings', 'parts'],
  find: ({ floors, layout, openings, parts }, limit) =>
    floors
      .filter((f) => f.thickness < limit)
      .map((f) => ({
        subject: pairOf(f.a.id, f.b?.id ?? 'face'),
        about: f.b
          ? `${cutWords(f.a, { parts, openings })} over ${cutWords(f.b, { parts, openings })}`
          : `${cutWords(f.a, { parts, openings })} to the ${f.a.face === 'front' ? 'back' : 'front'} face`,
        where: f.at,
        measured: f.thickness,
        mend: shallower(f, limit, openings, layout.thickness),
      })),
});

export const depthUnsaid = rule({
  id: 'depth-unsaid',
  stage: 'layout',
  severity: 'look',
  unit: '',
  limit: null,
  title: 'An opening has no depth',
  says: ({ subject }) => `${subject} has no depth yet.`,
  remedy: 'Type its depth, or cut it through.',
  reads: ['layout', 'openings', 'parts'],
  find: ({ layout, openings, parts }) =>
    layout.cuts
      .filter((c) => c.unsaid)
      .map((c) => ({
        subject: c.id,
        about: cutWords(c, { parts, openings }),
        where: { x: (c.area.box.minX + c.area.box.maxX) / 2, y: (c.area.box.minY + c.area.box.maxY) / 2 },
        measured: null,
      })),
});

export const ledgeForgotten = rule({
  id: 'ledge-forgotten',
  stage: 'layout',
  severity: 'look',
  unit: '',
  limit: null,
  title: 'A cavity has no ledge for its cover',
  says: ({ subject }) =>
    `${subject} holds controls and is open to the back, but has no ledge and no plate over it.`,
  remedy: 'Add a ledge and screws, or lay a cover plate over it.',
  reads: ['layout', 'openings'],
  find: ({ layout, openings }) => {
    const holding = new Set(
      layout.parts
        .filter((p) => p.form.bush && !p.mounted)
        .flatMap((p) => cavitiesOf(layout, p.part.at, p.part.face)),
    );
    return openings
      .filter((o) => holding.has(o.id) && !o.cover && !o.steps.some((s) => s.role === 'ledge' || s.through))
      .filter(
        (o) =>
          // A plate that lies over it, not one that lies beside it.
          !layout.parts.some(
            (p) =>
              p.part.spec.kind === 'plate' &&
              p.part.face === o.face &&
              p.footprint.some((path) =>
                layout.cuts.some(
                  (c) =>
                    isOf(c, 'opening', o.id) && c.role === 'cavity' && polygonsMeet(areaOf(path), c.area),
                ),
              ),
          ),
      )
      .map((o) => ({
        subject: o.id,
        about: o.name,
        where: { x: o.at.x, y: o.at.y },
        measured: null,
        mend: canBeCovered(o) ? ({ kind: 'cover', id: o.id } as const) : null,
      }));
  },
});

/** Openings with a cavity on the other side of a control. */
const cavitiesOf = (
  layout: Layout,
  at: { readonly x: number; readonly y: number },
  face: 'front' | 'back' | 'edge',
): readonly string[] =>
  layout.cuts
    .filter((c) => c.owner.kind === 'opening' && c.role === 'cavity')
    .filter((c) => c.face !== face && areaHolds(c.area, at))
    .map((c) => c.owner.id);

/** A bit just as wide as what it routs gets in, mm. */
const SNUG = 0.02;

/** Bits as they are usually sold, mm across. */
const USUAL_BITS = [3, 4, 5, 6, 6.35, 8, 10, 12, 12.7, 16, 18, 20];

/** The widest usual bit that gets in, for the step of an opening; `null` where none does. */
function smallerBit(cut: Cut, openings: Facts['openings']): Mend | null {
  const step = stepOfCut(openings, cut);
  const bit = USUAL_BITS.findLast((b) => b < cut.bit! && offsetPath(cut.path, SNUG - b / 2).length > 0);
  return step && bit !== undefined
    ? { kind: 'number', number: { ...step, kind: 'step bit' }, to: bit }
    : null;
}

export const bitTooFat = rule({
  stage: 'layout',
  id: 'bit-too-fat',
  severity: 'stop',
  unit: 'mm',
  limit: null,
  title: 'A bit is too wide for its opening',
  says: ({ measured, subject }) => `${subject}: a bit of ${measured} does not get in.`,
  remedy: 'Use a smaller bit, or make the opening wider.',
  reads: ['layout', 'openings', 'parts'],
  find: ({ layout, openings, parts }) =>
    layout.cuts
      .filter((c) => c.bit !== undefined && offsetPath(c.path, SNUG - c.bit / 2).length === 0)
      .map((c) => ({
        subject: c.id,
        about: cutWords(c, { parts, openings }),
        where: polygonMiddle(c.area.polygon),
        measured: c.bit!,
        mend: smallerBit(c, openings),
      })),
});

export const FLOOR_RULES: readonly Rule[] = [floorThin, depthUnsaid, ledgeForgotten, bitTooFat];
