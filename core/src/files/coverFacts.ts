import type { CutRole } from '../layout/cut.ts';
import { cutWords } from '../layout/cutWords.ts';
import { depthFromFace } from '../layout/drawing.ts';
import { assumedOf, kindOf, measureOf } from '../parts/kinds.ts';
import { partNames } from '../parts/partNames.ts';
import type { Design } from '../design/schema.ts';
import { alikeTogether } from '../findings/alike.ts';
import type { Finding } from '../findings/finding.ts';
import { acceptanceOf, findAll } from '../findings/run.ts';
import { wordsOfFinding } from '../findings/words.ts';
import type { Derived } from '../derived/derive.ts';
import type { FactGroup } from '../templates/frontPages.ts';
import { neckSide } from '../strings/neckSide.ts';
import { saddlePlace } from '../strings/elevation.ts';
import { lengthWithUnit } from '../units/length.ts';

/** The neck join where it is decided, and what is laid out where anything is. */
function layoutFacts(
  design: Design,
  { layout }: Derived,
  mm: (value: number | null) => string,
): readonly FactGroup[] {
  const { neck, parts, openings, runs } = design;
  const place = saddlePlace(neckSide(design));
  const assumed = parts.reduce((sum, p) => sum + assumedOf(p.spec).length, 0);
  const deepest = layout.cuts.filter((c) => c.role === 'pocket' || c.role === 'cavity');
  return [
    ...(neck.joint === 'undecided'
      ? []
      : [
          {
            heading: 'Neck join',
            facts: [
              ['Neck', neck.joint] as const,
              ['Heel with board', mm(neck.heel)] as const,
              ['Pocket depth', mm(neck.depth)] as const,
              ['Angle', `${neck.angle.toFixed(2)}°`] as const,
              ['Saddle over the face', mm(place.z)] as const,
            ],
          },
        ]),
    ...(parts.length + openings.length + runs.length === 0
      ? []
      : [
          {
            heading: 'Layout',
            facts: [
              ['Parts', String(parts.length)] as const,
              ['Measures assumed, not taken', String(assumed)] as const,
              ['Openings to rout', String(deepest.length)] as const,
              ['Drilled runs', String(runs.length)] as const,
            ],
          },
        ]),
  ];
}

/** Roles of what is routed. */
const ROUTED: ReadonlySet<CutRole> = new Set([
  'pocket',
  'cavity',
  'ledge',
  'chamber',
  'channel',
  'sound opening',
]);

/** The depth of every rout, by the opening or part that it is for. */
function depthFacts(
  design: Design,
  { layout }: Derived,
  mm: (value: number | null) => string,
): readonly FactGroup[] {
  const facts = layout.cuts
    .filter((c) => ROUTED.has(c.role))
    .map((c): readonly [string, string] => {
      const words = cutWords(c, design);
      const deep = c.through
        ? 'through'
        : c.unsaid
          ? 'no depth yet'
          : `${mm(depthFromFace(c, layout.thickness))} deep`;
      const under = c.closed ? ', under the glued-on front' : '';
      return [`${words.charAt(0).toUpperCase()}${words.slice(1)}`, `${deep} from the ${c.face}${under}`];
    });
  return facts.length > 0 ? [{ heading: 'Depths', facts }] : [];
}

/** Lists the assumed measures of each part with their values; parts of one make share a line. */
function assumedLines({ parts, units }: Design): readonly string[] {
  const makes = new Map<string, { names: string[]; words: string }>();
  const names = partNames(parts);
  for (const { id, spec } of parts) {
    const assumed = new Set(assumedOf(spec));
    const measures = (kindOf(spec)?.measures ?? []).filter(
      (m) => assumed.has(m.key) && m.unit === 'mm' && m.way !== null,
    );
    if (measures.length === 0) continue;
    // A measure of 0 is of something that it does not have.
    const words = measures
      .filter((m) => measureOf(spec, m.key) !== 0)
      .map((m) => `${m.label.toLowerCase()} ${lengthWithUnit(measureOf(spec, m.key), units)}`)
      .join(', ');
    const make = `${spec.kind} ${words}`;
    const known = makes.get(make);
    if (known) known.names.push(names.get(id)!);
    else makes.set(make, { names: [names.get(id)!], words });
  }
  return [...makes.values()].map(({ names: alike, words }) => `– ${alike.join(', ')}: ${words}`);
}

/** The design's numbers as they go on the cover, findings and what was accepted of them included. */
export function coverFacts(design: Design, derived: Derived): readonly FactGroup[] {
  const { strings, units } = design;
  const { measures: m, stringPlan } = derived;
  const mm = (value: number | null): string => (value === null ? 'none' : lengthWithUnit(value, units));
  const assumed = assumedLines(design);
  const reasonFor = (f: Finding): string | null => acceptanceOf(design, f)?.reason ?? null;
  // Those that read the same are one line, as in the list on the screen.
  const stands = alikeTogether(findAll(design, derived)).map(
    (alike): readonly [readonly Finding[], string | null] => {
      const open = alike.find((f) => reasonFor(f) === null);
      return [open ? [open, ...alike.filter((f) => f !== open)] : alike, reasonFor(open ?? alike[0]!)];
    },
  );
  const line = ([first, ...others]: readonly Finding[]): string => {
    const { title, says } = wordsOfFinding(first!, units);
    const more = others.length === 0 ? '' : ` The same for ${others.length} more.`;
    return `${title}. ${says}${more}`;
  };
  const fan: FactGroup['facts'] = strings.fan
    ? [
        ['Bass scale', mm(strings.fan.bassScale)],
        ['Treble scale', mm(strings.scaleLength)],
        ['Square fret', strings.fan.perpendicularFret === 0 ? 'nut' : String(strings.fan.perpendicularFret)],
      ]
    : [['Scale length', mm(strings.scaleLength)]];
  return [
    {
      heading: 'Strings',
      facts: [
        ['Strings', String(strings.count)],
        ...fan,
        ['Frets', String(strings.frets)],
        ['Joint at fret', String(strings.jointFret)],
        ['Joint from the bridge line', mm(stringPlan.jointX)],
        ['Nut width', mm(strings.nutWidth)],
        ['Spread at the bridge', mm(strings.bridgeSpread)],
        ['Neck width at the joint', mm(stringPlan.jointWidth)],
      ],
    },
    {
      heading: 'Body',
      facts: [
        ['Length', mm(m.length)],
        ['Lower bout', mm(m.lowerBout)],
        ['Waist', mm(m.waist)],
        ['Upper bout', mm(m.upperBout)],
        ['Waist offset, bass side nutward', mm(m.waistOffset)],
        ['Thickness', mm(design.body.thickness)],
        ['Tightest hollow, radius', mm(m.hollow?.radius ?? null)],
        ['Face', `${(m.areaMm2 / 100).toFixed(0)} cm²`],
      ],
    },
    ...layoutFacts(design, derived, mm),
    ...depthFacts(design, derived, mm),
    ...(assumed.length > 0
      ? [{ heading: 'Assumed: measure these parts first', facts: [], lines: assumed }]
      : []),
    {
      heading: 'Open findings',
      facts: [],
      lines: stands.some(([, reason]) => reason === null)
        ? stands.filter(([, reason]) => reason === null).map(([f]) => `– ${line(f)}`)
        : ['None.'],
    },
    ...(stands.some(([, reason]) => reason !== null)
      ? [
          {
            heading: 'Accepted findings',
            facts: [],
            lines: stands.filter(([, r]) => r !== null).map(([f, r]) => `– ${line(f)} Accepted: ${r}`),
          },
        ]
      : []),
    {
      heading: 'Before you cut',
      facts: [],
      lines: [
        'Measure the bars of every sheet both ways, and the taped-up whole as the plan says. Prove the template in cheap board first.',
        'Follow the instructions of your tools’ makers and local rules; keep hands away from turning cutters; learn from trained people what you have not done before.',
      ],
    },
  ];
}
