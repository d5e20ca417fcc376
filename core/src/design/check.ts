import { distance } from '../geometry/point.ts';
import { migrate } from './migrate.ts';
import type { Design, Strings } from './schema.ts';
import { designShape } from './schema.ts';
import { sheetSize } from './paper.ts';

/** Why a design cannot be kept: a path into it, and words for its maker. */
export interface Refusal {
  readonly where: string;
  readonly message: string;
}

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

/** Centre-to-centre spread that the gauges need at the least gap (formulas section 2, solved for the spread). */
export function leastSpread(strings: Strings): number {
  const { gauges } = strings;
  if (gauges.length < 2) return 0;
  const sum = gauges.reduce((total, g) => total + g, 0);
  return sum - (gauges[0]! + gauges[gauges.length - 1]!) / 2 + LEAST_STRING_GAP * (gauges.length - 1);
}

function stringsRefusals(strings: Strings): Refusal[] {
  const refusals: Refusal[] = [];
  const refuse = (field: string, message: string): void =>
    void refusals.push({ where: `strings.${field}`, message });
  if (strings.gauges.length !== strings.count) {
    refuse(
      'gauges',
      `${strings.gauges.length} gauges are listed for ${strings.count} strings: give one for each`,
    );
    return refusals;
  }
  if (strings.jointFret > strings.frets)
    refuse('jointFret', `joint fret ${strings.jointFret} is beyond the last fret, ${strings.frets}`);
  const need = leastSpread(strings);
  const needAtNut = need + 2 * strings.nutMargin;
  if (strings.nutWidth < needAtNut)
    refuse(
      'nutWidth',
      `nut width ${figure(strings.nutWidth)} mm is narrower than the ${figure(needAtNut)} mm that the strings need: ` +
        `widen the nut, or take less margin or fewer strings`,
    );
  if (strings.bridgeSpread < need)
    refuse(
      'bridgeSpread',
      `spread at the bridge ${figure(strings.bridgeSpread)} mm is narrower than the ${figure(need)} mm that the strings need: widen it`,
    );
  if (strings.count === 1 && strings.bridgeSpread !== 0)
    refuse('bridgeSpread', 'a single string has no spread at the bridge: set it to 0');
  return refusals;
}

function outlineRefusals(nodes: Design['outline']['nodes']): Refusal[] {
  const refusals: Refusal[] = [];
  const seen = new Set<string>();
  nodes.forEach((node, i) => {
    const next = nodes[(i + 1) % nodes.length]!;
    if (seen.has(node.id))
      refusals.push({ where: `outline.nodes.${i}.id`, message: `two nodes have the id ${node.id}` });
    seen.add(node.id);
    if (distance(node, next) < LEAST_NODE_DISTANCE)
      refusals.push({
        where: `outline.nodes.${i}`,
        message: `two neighbouring nodes stand at the same place (${figure(node.x)}, ${figure(node.y)}): remove one`,
      });
    if (node.kind === 'fair' && (node.before ?? node.after))
      refusals.push({
        where: `outline.nodes.${i}`,
        message: 'a fair node’s handles are solved: only corners carry handles',
      });
  });
  return refusals;
}

/** The least side of a tile, mm, that carries its reference bars clear of the overlap. */
export const leastTile = (print: Design['print']): number =>
  print.overlap + ROOM_BESIDE_BAR + LONGEST_BAR * Math.max(print.correction.x, print.correction.y);

function printRefusals(print: Design['print']): Refusal[] {
  const sheet = sheetSize(print.paper, print.orientation);
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
  ...outlineRefusals(design.outline.nodes),
  ...printRefusals(design.print),
];

/** An issue's own words; where the schema has none, what is missing or of the wrong kind. */
const words = (issue: {
  readonly code?: string;
  readonly message: string;
  readonly input?: unknown;
  readonly expected?: unknown;
}): string =>
  issue.message.startsWith('Invalid')
    ? `this is missing or is not ${typeof issue.expected === 'string' ? `a JSON ${issue.expected}` : 'what a design has here'}`
    : issue.message;

/** At most so many refusals are told of one document. */
const MOST_REFUSALS = 20;

/** Reads any document as a design: migrated, validated, its numbers agreeing. The one door into the core. */
export function checkDesign(raw: unknown): Checked {
  const migrated = migrate(raw);
  if (!migrated.ok) return { ok: false, refusals: [{ where: migrated.where, message: migrated.message }] };
  const shape = designShape.safeParse(migrated.document);
  if (!shape.success)
    return {
      ok: false,
      refusals: shape.error.issues
        .slice(0, MOST_REFUSALS)
        .map((issue) => ({ where: issue.path.join('.'), message: words(issue) })),
    };
  const refusals = designRefusals(shape.data).slice(0, MOST_REFUSALS);
  return refusals.length ? { ok: false, refusals } : { ok: true, design: shape.data };
}
