import type { Point } from '../geometry/point.ts';
import { cross, distance, dot, length } from '../geometry/point.ts';
import { changedRefusals } from './changed.ts';
import { migrate } from './migrate.ts';
import { sheetSize } from './paper.ts';
import { documentFault } from './plainText.ts';
import type { Refusal } from './refusal.ts';
import { wordsOfIssue } from './refusal.ts';
import type { Design, Strings } from './schema.ts';
import { designShape } from './schema.ts';

export type { Refusal } from './refusal.ts';

export type Checked =
  | { readonly ok: true; readonly design: Design }
  | { readonly ok: false; readonly refusals: readonly Refusal[] };

/** Least clear space between neighbouring strings, mm: closer than any course is strung. */
export const LEAST_STRING_GAP = 1.5;
/** Nodes nearer than this to the one before, mm, are the same point to any tool. */
export const LEAST_NODE_DISTANCE = 0.05;
/** Room on a tile beside its overlap and its longest reference bar (4 in): clear edges, ticks, the other bars. */
const ROOM_BESIDE_BAR = 30;
const LONGEST_BAR = 101.6;

const figure = (value: number): string => String(Number(value.toFixed(2)));

/** Least clear space within a course, mm: strings that swing without touching. */
export const LEAST_COURSE_GAP = 0.3;
/** Two scales further apart than this, mm, fan so that frets run together at an end of the board. */
const MOST_FAN = 160;

/** Whether string `i` begins a course (every string does where there are none). */
export function beginsCourse(courses: Strings['courses'], i: number): boolean {
  if (!courses) return true;
  let first = 0;
  for (const size of courses) {
    if (first === i) return true;
    first += size;
  }
  return false;
}

/** Centre-to-centre spread that the gauges and courses need at the least gap (formulas section 2, solved for the spread). */
export function leastSpread(strings: Strings, end: 'nut' | 'bridge' = 'nut'): number {
  const { gauges, courses, courseSpread } = strings;
  let need = 0;
  for (let i = 1; i < gauges.length; i += 1)
    need += beginsCourse(courses, i)
      ? (gauges[i - 1]! + gauges[i]!) / 2 + LEAST_STRING_GAP
      : courseSpread[end];
  return need;
}

function stringsRefusals(strings: Strings): Refusal[] {
  const refusals: Refusal[] = [];
  const refuse = (field: string, message: string): void =>
    void refusals.push({ where: `strings.${field}`, message });
  const { gauges, courses, courseSpread, fan, count, compensation, types, typeOf } = strings;
  if (gauges.length !== count)
    refuse('gauges', `${gauges.length} gauges are listed for ${count} strings: give one for each`);
  if (compensation.length !== count)
    refuse(
      'compensation',
      `${compensation.length} compensations are listed for ${count} strings: give one for each`,
    );
  if (typeOf.length !== count)
    refuse('typeOf', `${typeOf.length} kinds are listed for ${count} strings: give one for each`);
  const unknown = typeOf.findIndex((t) => t >= types.length);
  if (unknown >= 0)
    refuse(
      `typeOf.${unknown}`,
      `the table has ${types.length} kinds of string, not a number ${typeOf[unknown]}: take one of them`,
    );
  const inCourses = courses?.reduce((sum, n) => sum + n, 0) ?? count;
  if (inCourses !== count)
    refuse('courses', `the courses hold ${inCourses} strings, the instrument ${count}: make them agree`);
  if (refusals.length) return refusals;
  if (strings.jointFret > strings.frets)
    refuse('jointFret', `joint fret ${strings.jointFret} is beyond the last fret, ${strings.frets}`);
  if (fan && Math.abs(fan.bassScale - strings.scaleLength) > MOST_FAN)
    refuse(
      'fan.bassScale',
      `the two scales are ${figure(Math.abs(fan.bassScale - strings.scaleLength))} mm apart, over the most, ${MOST_FAN} mm`,
    );
  if (fan && fan.perpendicularFret > strings.frets)
    refuse(
      'fan.perpendicularFret',
      `perpendicular fret ${fan.perpendicularFret} is beyond the last fret, ${strings.frets}`,
    );
  for (const part of ['extraFrets', 'extension'] as const) {
    const under = strings[part]?.strings ?? 0;
    if (under >= count && strings[part])
      refuse(
        `${part}.strings`,
        `${under} of ${count} strings is not a part of the board: take fewer, or change the whole board`,
      );
  }
  for (const end of ['nut', 'bridge'] as const) {
    const widest = gauges.reduce(
      (most, g, i) => (i > 0 && !beginsCourse(courses, i) ? Math.max(most, (gauges[i - 1]! + g) / 2) : most),
      0,
    );
    if (widest > 0 && courseSpread[end] < widest + LEAST_COURSE_GAP)
      refuse(
        `courseSpread.${end}`,
        `${figure(courseSpread[end])} mm between the strings of a course lets them touch: ${figure(widest + LEAST_COURSE_GAP)} mm is the least at the ${end}`,
      );
  }
  const needAtNut = leastSpread(strings, 'nut') + 2 * strings.nutMargin;
  if (strings.nutWidth < needAtNut)
    refuse(
      'nutWidth',
      `nut width ${figure(strings.nutWidth)} mm is narrower than the ${figure(needAtNut)} mm that the strings need: ` +
        `widen the nut, or take less margin or fewer strings`,
    );
  const need = leastSpread(strings, 'bridge');
  if (strings.bridgeSpread < need)
    refuse(
      'bridgeSpread',
      `spread at the bridge ${figure(strings.bridgeSpread)} mm is narrower than the ${figure(need)} mm that the strings need: widen it`,
    );
  if (count === 1 && strings.bridgeSpread !== 0)
    refuse('bridgeSpread', 'a single string has no spread at the bridge: set it to 0');
  const { boardRadius } = strings;
  const half = Math.max(strings.nutWidth / 2, strings.bridgeSpread / 2 + strings.bridgeMargin);
  if (boardRadius && Math.min(boardRadius.nut, boardRadius.end) <= half)
    refuse('boardRadius', `a board radius must be over half the board’s width, ${figure(half)} mm`);
  return refusals;
}

/** Handles of a smooth node may be out of line by this, rad: far below what a fingertip feels. */
const IN_LINE = 1e-3;

/** Whether two handles run in one line, away from each other. */
const inLine = (before: Point, after: Point): boolean =>
  dot(before, after) < 0 && Math.abs(cross(before, after)) <= IN_LINE * length(before) * length(after);

/** What keeps a closed line of nodes from being solved: places that fall together, handles that do not fit their kind. */
function nodesRefusals(nodes: Design['outline']['nodes'], where: string): Refusal[] {
  const refusals: Refusal[] = [];
  const seen = new Set<string>();
  nodes.forEach((node, i) => {
    const next = nodes[(i + 1) % nodes.length]!;
    if (seen.has(node.id))
      refusals.push({ where: `${where}.${i}.id`, message: `two nodes have the id ${node.id}` });
    seen.add(node.id);
    if (distance(node, next) < LEAST_NODE_DISTANCE)
      refusals.push({
        where: `${where}.${i}`,
        message: `two neighbouring nodes stand at the same place (${figure(node.x)}, ${figure(node.y)}): remove one`,
      });
    if (node.kind === 'fair' && (node.before ?? node.after))
      refusals.push({
        where: `${where}.${i}`,
        message: 'a fair node’s handles are solved: only smooth nodes and corners carry handles',
      });
    if (node.kind === 'smooth' && !(node.before && node.after && inLine(node.before, node.after)))
      refusals.push({
        where: `${where}.${i}`,
        message: 'a smooth node needs both its handles, in one line: make it fair or a corner, or set them',
      });
  });
  return refusals;
}

/** Every list whose members are named by ids, and every free line in the layout. */
const LISTS = ['openings', 'parts', 'runs', 'guards'] as const;

function layoutRefusals(design: Design): Refusal[] {
  const refusals: Refusal[] = [];
  for (const list of LISTS) {
    const seen = new Set<string>();
    design[list].forEach(({ id }, i) => {
      if (seen.has(id)) refusals.push({ where: `${list}.${i}.id`, message: `two ${list} have the id ${id}` });
      seen.add(id);
    });
  }
  design.openings.forEach((o, i) =>
    o.steps.forEach((step, k) =>
      [step, ...step.islands].forEach(({ shape }) => {
        if (shape.kind === 'free')
          refusals.push(...nodesRefusals(shape.nodes, `openings.${i}.steps.${k}.shape.nodes`));
      }),
    ),
  );
  design.parts.forEach(({ spec }, i) => {
    if (spec.outline) refusals.push(...nodesRefusals(spec.outline, `parts.${i}.spec.outline`));
  });
  design.guards.forEach((g, i) => refusals.push(...nodesRefusals(g.nodes, `guards.${i}.nodes`)));
  return refusals;
}

function outlineRefusals({ nodes, mirror }: Design['outline']): Refusal[] {
  const refusals = nodesRefusals(nodes, 'outline.nodes');
  const seen = new Set(nodes.map((n) => n.id));
  const linked = new Set<string>();
  mirror.forEach(([a, b], i) => {
    for (const id of a === b ? [a] : [a, b]) {
      const refuse = (message: string): void => void refusals.push({ where: `outline.mirror.${i}`, message });
      if (!seen.has(id)) refuse(`the mirror link names node ${id}, which is not there`);
      else if (linked.has(id)) refuse(`node ${id} is in two mirror links: cut one`);
      linked.add(id);
    }
  });
  return refusals;
}

/** The least side of a tile, mm, that carries its reference bars clear of the overlap. */
export const leastTile = (print: Design['print']): number =>
  print.overlap + ROOM_BESIDE_BAR + LONGEST_BAR * Math.max(print.correction.x, print.correction.y);

function printRefusals(print: Design['print']): Refusal[] {
  const sheet = sheetSize(print);
  const { left, right, top, bottom } = print.margins;
  const tile = Math.min(sheet.width - left - right, sheet.height - top - bottom);
  const need = leastTile(print);
  return tile < need
    ? [
        {
          where: 'print.margins',
          message:
            `margins and overlap leave ${figure(tile)} mm of the sheet, less than the ${figure(need)} mm that the overlap ` +
            'and the reference bars need: make them smaller',
        },
      ]
    : [];
}

/** The rules between numbers of a design whose shape is right; empty when it can be kept. */
export const designRefusals = (design: Design): readonly Refusal[] => [
  ...stringsRefusals(design.strings),
  ...outlineRefusals(design.outline),
  ...layoutRefusals(design),
  ...printRefusals(design.print),
];

/** At most so many refusals are told of one document. */
const MOST_REFUSALS = 20;

/** Reads any document as a design: migrated, validated, its numbers agreeing. The one door into the core. */
export function checkDesign(raw: unknown): Checked {
  const fault = documentFault(raw);
  if (fault) return { ok: false, refusals: [fault] };
  const migrated = migrate(raw);
  if (!migrated.ok) return { ok: false, refusals: [{ where: migrated.where, message: migrated.message }] };
  const shape = designShape.safeParse(migrated.document);
  if (!shape.success)
    return {
      ok: false,
      refusals: shape.error.issues
        .slice(0, MOST_REFUSALS)
        .map((issue) => ({ where: issue.path.join('.'), message: wordsOfIssue(issue) })),
    };
  const refusals = designRefusals(shape.data).slice(0, MOST_REFUSALS);
  return refusals.length ? { ok: false, refusals } : { ok: true, design: shape.data };
}

/**
 * Why a changed design does not have the shape of one, knowing that it had before the change: what both share is not
 * checked again. Empty when it has; `designRefusals` then tells whether its numbers agree.
 */
export const shapeRefusals = (next: Design, before: Design): readonly Refusal[] =>
  changedRefusals(designShape, next, before);

/** Why a changed design cannot be kept, knowing that it could be before the change. Empty when it can. */
export function editRefusals(next: Design, before: Design): readonly Refusal[] {
  const shape = shapeRefusals(next, before);
  return shape.length ? shape : designRefusals(next);
}
