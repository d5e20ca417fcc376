import { z } from 'zod';
import type { Limit, Limits } from '../limit.ts';
import { within } from '../limit.ts';
import { figure } from '../nodes.ts';
import type { Refusal } from '../refusal.ts';
import { count, limited, mm, nameSchema } from '../schemaParts.ts';
import type { ValueOf } from '../section.ts';
import { section } from '../section.ts';

export const STRINGS_LIMITS = {
  'strings.count': { label: 'strings', min: 1, max: 18, from: 'courses count each string' },
  'strings.scaleLength': {
    label: 'scale length',
    min: 250,
    max: 1200,
    from: 'nut to bridge line, along the centre line',
  },
  'strings.frets': { label: 'frets', min: 1, max: 36, from: 'the nut not counted' },
  'strings.jointFret': { label: 'joint fret', min: 5, max: 36, from: 'where the neck leaves the body' },
  'strings.nutWidth': { label: 'nut width', min: 10, max: 140, from: 'edge to edge of the board at the nut' },
  'strings.nutMargin': {
    label: 'margin at the nut',
    min: 0,
    max: 20,
    from: 'board edge to the outer string’s centre',
  },
  'strings.bridgeSpread': {
    label: 'spread at the bridge',
    min: 0,
    max: 240,
    from: 'outer string centre to outer string centre',
  },
  'strings.bridgeMargin': {
    label: 'margin at the bridge',
    min: 0,
    max: 30,
    from: 'outer string’s centre to the board edge run on to the bridge line',
  },
  'strings.boardEnd': {
    label: 'board past the last fret',
    min: 0,
    max: 60,
    from: 'the last fret to the end of the board',
  },
  'strings.bassScale': {
    label: 'bass scale',
    min: 250,
    max: 1200,
    from: 'nut to bridge of the lowest string, along the centre line; the scale length is then the treble side’s',
  },
  'strings.perpendicularFret': {
    label: 'perpendicular fret',
    min: 0,
    max: 36,
    from: 'the one fret that stands square to the centre line; 0 is the nut',
  },
  'strings.courseSize': { label: 'strings of a course', min: 1, max: 4, from: 'bass to treble' },
  'strings.courseSpread': {
    label: 'spread within a course',
    min: 0.8,
    max: 12,
    from: 'centre to centre of neighbours in one course',
  },
  'strings.boardRadius': {
    label: 'board radius',
    min: 50,
    max: 3000,
    from: 'the arc of the fret crowns across the board',
  },
  'strings.zeroFretBehind': {
    label: 'nut behind the zero fret',
    min: 1,
    max: 30,
    from: 'the zero fret’s centre to the slot of the nut that guides the strings',
  },
  'strings.extraFrets': {
    label: 'frets past the last full one',
    min: 1,
    max: 12,
    from: 'under some strings only',
  },
  'strings.extraStrings': { label: 'strings over them', min: 1, max: 17, from: 'counted from their side' },
  'strings.extension': { label: 'frets behind the nut', min: 1, max: 7, from: 'under some strings only' },
  'strings.compensation': {
    label: 'compensation',
    min: -10,
    max: 20,
    from: 'the bridge line to where the string breaks over its saddle, tailward',
  },
  'strings.core': { label: 'core', min: 5, max: 100, from: 'the share of the gauge that bears the pull, %' },
  'strings.typeOf': { label: 'kind of string', min: 0, max: 11, from: 'its place in the table' },
  'strings.gauge': { label: 'string gauge', min: 0.1, max: 6, from: 'the string’s diameter' },
} as const satisfies Limits;

const sideSchema = () => z.enum(['bass', 'treble'], { error: 'a side is “bass” or “treble”' });
const boardPart = (frets: Limit) =>
  z.looseObject({
    frets: count(frets),
    strings: count(STRINGS_LIMITS['strings.extraStrings']),
    side: sideSchema(),
  });

const stringsSchema = () =>
  z.looseObject({
    count: count(STRINGS_LIMITS['strings.count']),
    scaleLength: mm(STRINGS_LIMITS['strings.scaleLength']),
    frets: count(STRINGS_LIMITS['strings.frets']),
    jointFret: count(STRINGS_LIMITS['strings.jointFret']),
    nutWidth: mm(STRINGS_LIMITS['strings.nutWidth']),
    nutMargin: mm(STRINGS_LIMITS['strings.nutMargin']),
    bridgeSpread: mm(STRINGS_LIMITS['strings.bridgeSpread']),
    bridgeMargin: mm(STRINGS_LIMITS['strings.bridgeMargin']),
    boardEnd: mm(STRINGS_LIMITS['strings.boardEnd']),
    spacing: z.enum(['equal-centres', 'equal-gaps'], {
      error: 'string spacing must be “equal-centres” or “equal-gaps”',
    }),
    /** Diameters, bass to treble, one a string. */
    gauges: z
      .array(mm(STRINGS_LIMITS['strings.gauge']), { error: 'gauges must be a list' })
      .max(STRINGS_LIMITS['strings.count'].max),
    /** Two scales: `scaleLength` is then the treble side's; one fret stands square to the centre line. */
    fan: z
      .looseObject({
        bassScale: mm(STRINGS_LIMITS['strings.bassScale']),
        perpendicularFret: count(STRINGS_LIMITS['strings.perpendicularFret']),
      })
      .nullable(),
    /** How many strings each course has, bass to treble; null where every string stands alone. */
    courses: z
      .array(count(STRINGS_LIMITS['strings.courseSize']), { error: 'courses must be a list of counts' })
      .max(STRINGS_LIMITS['strings.count'].max)
      .nullable(),
    courseSpread: z.looseObject({
      nut: mm(STRINGS_LIMITS['strings.courseSpread']),
      bridge: mm(STRINGS_LIMITS['strings.courseSpread']),
    }),
    /** Arc of the fret crowns, at the nut and at the board's tail end (a cone when they differ); null where flat. */
    boardRadius: z
      .looseObject({
        nut: mm(STRINGS_LIMITS['strings.boardRadius']),
        end: mm(STRINGS_LIMITS['strings.boardRadius']),
      })
      .nullable(),
    /** The nut only guides the strings, so far behind a fret that they break over. */
    zeroFret: z.looseObject({ behind: mm(STRINGS_LIMITS['strings.zeroFretBehind']) }).nullable(),
    /** Frets past the last full one, and frets behind the nut, each under some strings of one side only. */
    extraFrets: boardPart(STRINGS_LIMITS['strings.extraFrets']).nullable(),
    extension: boardPart(STRINGS_LIMITS['strings.extension']).nullable(),
    /** Each string's saddle tailward of its end of the scale, bass to treble. */
    compensation: z
      .array(mm(STRINGS_LIMITS['strings.compensation']), { error: 'compensation must be a list' })
      .max(STRINGS_LIMITS['strings.count'].max),
    /** Kinds of string, each with the share of its gauge that bears the pull: what compensation is estimated from. */
    types: z
      .array(z.looseObject({ name: nameSchema, core: limited(STRINGS_LIMITS['strings.core'], '%') }), {
        error: 'the kinds of string must be a list',
      })
      .min(1, 'the table of strings needs at least one kind')
      .max(12, 'over 12 kinds of string cannot be kept'),
    /** Each string's kind, as its place in the table, bass to treble. */
    typeOf: z
      .array(count(STRINGS_LIMITS['strings.typeOf']), { error: 'the strings’ kinds must be a list' })
      .max(STRINGS_LIMITS['strings.count'].max),
  });

type Strings = ValueOf<ReturnType<typeof stringsSchema>>;

/** Least clear space between neighbouring strings, mm: closer than any course is strung. */
export const LEAST_STRING_GAP = 1.5;

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

/** Plain string diameters, bass to treble, mm, that a count begins with: thick to thin in even ratio. */
export function startingGauges(count: number): readonly number[] {
  const thickest = count <= 5 ? 2.5 : 1.1;
  const thinnest = count <= 5 ? 1.05 : 0.25;
  return Array.from({ length: count }, (_, i) => {
    const place = count === 1 ? 0 : i / (count - 1);
    return Number((thickest * (thinnest / thickest) ** place).toFixed(2));
  });
}

/** Strings to begin a design with: centre to centre about 10.4 mm at the bridge and 7.1 mm at the nut, more for basses. */
export function startingStrings(count: number, scaleLength: number): Strings {
  const long = scaleLength > 720;
  if (count === IN_PAIRS)
    return inCourses(
      startingStrings(count / 2, scaleLength),
      Array.from({ length: count / 2 }, () => 2),
    );
  const atBridge = long ? 19 : 10.4;
  const atNut = long ? 10.5 : 7.1;
  return {
    count,
    scaleLength,
    frets: long ? 20 : 22,
    jointFret: 16,
    nutWidth: within(STRINGS_LIMITS['strings.nutWidth'], atNut * (count - 1) + 7),
    nutMargin: 3.5,
    bridgeSpread: within(STRINGS_LIMITS['strings.bridgeSpread'], atBridge * (count - 1)),
    bridgeMargin: 3,
    boardEnd: 8,
    spacing: 'equal-centres',
    gauges: startingGauges(count),
    ...plainStrings(),
    typeOf: startingGauges(count).map(startingType),
    compensation: startingGauges(count).map((g) =>
      startingCompensation(g, scaleLength, STRING_TYPES[startingType(g)]!.core),
    ),
  };
}

/** Of the courses at least so many, on the treble side, are unison pairs: those below them are octaves, as pairs are usually strung. */
const UNISON_COURSES = 2;
/** An octave string is half as thick where both are plain: a quarter of the mass by length at the same pull. Windings are not solid. */
const OCTAVE = { plain: 0.5, wound: 0.466 } as const;
/** Between the strings of a course at least so much is left clear to begin with, mm. */
const COURSE_CLEAR = 0.5;

/** The thickest string of each course, its place among all: the one that a course is named by. */
const mainStrings = ({ gauges, courses }: Pick<Strings, 'gauges' | 'courses'>): readonly number[] => {
  let first = 0;
  return (courses ?? gauges.map(() => 1)).map((size) => {
    const places = Array.from({ length: size }, (_, k) => first + k);
    first += size;
    return places.reduce((thick, i) => (gauges[i]! > gauges[thick]! ? i : thick), places[0]!);
  });
};

/** Strings of which each course is its main string alone: the nut’s width and the spread stay. */
export function withoutCourses(strings: Strings): Strings {
  const main = mainStrings(strings);
  const of = <T>(list: readonly T[]): readonly T[] => main.map((i) => list[i]!);
  const part = <P extends { readonly strings: number }>(p: P | null): P | null =>
    p && main.length > 1 ? { ...p, strings: Math.min(p.strings, main.length - 1) } : null;
  return {
    ...strings,
    count: main.length,
    courses: null,
    extraFrets: part(strings.extraFrets),
    extension: part(strings.extension),
    gauges: of(strings.gauges),
    typeOf: of(strings.typeOf),
    compensation: of(strings.compensation),
  };
}

/**
 * Single strings strung as courses, on the same nut and spread: each keeps its own string and gets its fellows on the bass side, an octave higher in the
 * lower courses, in unison in the two highest. `sizes` has one number for each string.
 */
export function inCourses(strings: Strings, sizes: readonly number[]): Strings {
  const made = sizes.flatMap((size, course) => {
    const gauge = strings.gauges[course]!;
    const type = strings.typeOf[course]!;
    const isUnison = course >= sizes.length - UNISON_COURSES;
    const isWound = strings.types[type]!.core < 100;
    const octave = Number((gauge * (isWound ? OCTAVE.wound : OCTAVE.plain)).toFixed(2));
    const fellow = isUnison
      ? { gauge, type, compensation: strings.compensation[course]! }
      : {
          gauge: within(STRINGS_LIMITS['strings.gauge'], octave),
          type: Math.min(strings.types.length - 1, startingType(octave)),
          compensation: null,
        };
    return [
      ...Array.from({ length: size - 1 }, () => fellow),
      { gauge, type, compensation: strings.compensation[course]! },
    ];
  });
  const gauges = made.map((m) => m.gauge);
  const widest = gauges.reduce(
    (most, g, i) => (i > 0 && !beginsCourse(sizes, i) ? Math.max(most, (gauges[i - 1]! + g) / 2) : most),
    0,
  );
  const least = widest > 0 ? Number((widest + COURSE_CLEAR).toFixed(1)) : 0;
  const { nut, bridge } = strings.courseSpread;
  return {
    ...strings,
    count: gauges.length,
    courses: sizes,
    courseSpread: { nut: Math.max(nut, least), bridge: Math.max(bridge, least) },
    gauges,
    typeOf: made.map((m) => m.type),
    compensation: made.map(
      (m) =>
        m.compensation ?? startingCompensation(m.gauge, strings.scaleLength, strings.types[m.type]!.core),
    ),
  };
}

/** Twelve strings of a guitar are six pairs. */
const IN_PAIRS = 12;

/** Kinds of string to begin with; a wound string's core is about this share of it (many makers' tables lie near). */
const STRING_TYPES: Strings['types'] = [
  { name: 'Plain steel', core: 100 },
  { name: 'Round-wound', core: 38 },
  { name: 'Flat-wound', core: 45 },
];
/** A steel string thicker than this is wound, mm. */
const THICKEST_PLAIN = 0.56;

/** The kind that a string of a gauge begins with: its place in the table. */
export const startingType = (gauge: number): number => (gauge <= THICKEST_PLAIN ? 0 : 1);

/** What plain strings have beside their numbers: one scale, single strings, a flat whole board, a nut. */
export const plainStrings = () => ({
  fan: null,
  courses: null,
  courseSpread: { nut: 2.2, bridge: 3 },
  boardRadius: null,
  zeroFret: null,
  extraFrets: null,
  extension: null,
  types: STRING_TYPES,
});

/** Steel of strings: Young's modulus, N/mm² (the usual handbook value for music wire). */
const STEEL = 205_000;
/**
 * Where a saddle begins, mm tailward of the scale's end: fretting stretches the string, by 2 a²/L² of its
 * length at fret 12 for an action a, and so sharpens it; moving the saddle back by `E A a² / (T L)` makes
 * fret 12 an octave again (first order: Hooke's law on the two straight halves of the pressed string). With
 * a usual action and tension; stiffness is neglected. `coreShare`: % of the gauge that bears the pull. A place to start from, not an intonation.
 */
export function startingCompensation(gauge: number, scaleLength: number, coreShare: number): number {
  const bass = scaleLength > 720;
  const action = bass ? 2.3 : 1.8;
  const tension = bass ? 180 : 75;
  const core = (gauge * coreShare) / 100;
  const area = (Math.PI / 4) * core * core;
  return within(
    STRINGS_LIMITS['strings.compensation'],
    (STEEL * area * action * action) / (tension * scaleLength),
  );
}

export const stringsSection = /* @__PURE__ */ section({
  words: 'strings',
  schema: stringsSchema,
  plain: ({ count, scaleLength }) => startingStrings(count, scaleLength),
  refusals: stringsRefusals,
});
