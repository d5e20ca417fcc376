import { within } from './limit.ts';
import { LIMITS } from './limits.ts';
import {
  startingCompensation,
  startingGauges,
  startingType,
  inCourses,
  withoutCourses,
} from './sections/strings.ts';
import { MOST_TYPED } from './sections/typed.ts';
import type { AcceptedFinding, Design, PrintSettings, Stage, Strings } from './schema.ts';

/** Pure edits: each takes a design and gives the changed one; the stage that was worked on is then in progress. */

export const inHand = (design: Design, stage: Stage): Design =>
  design.progress[stage] === 'in progress'
    ? design
    : { ...design, progress: { ...design.progress, [stage]: 'in progress' } };

export const setProgress = (design: Design, stage: Stage, mark: Design['progress'][Stage]): Design => ({
  ...design,
  progress: { ...design.progress, [stage]: mark },
});

export const setName = (design: Design, name: string): Design => ({ ...design, name });
export const setUnits = (design: Design, units: Design['units']): Design => ({ ...design, units });
export const setHandedness = (design: Design, handedness: Design['handedness']): Design => ({
  ...design,
  handedness,
});

export const editStrings = (design: Design, change: Partial<Strings>): Design =>
  inHand(
    {
      ...design,
      strings: { ...design.strings, ...change },
      headstock: atNut(design.headstock, design.strings.nutWidth, change.nutWidth ?? design.strings.nutWidth),
    },
    'strings',
  );

/** A node of the headstock so near to the neck’s edge at the nut, mm, stands on it. */
const ON_EDGE = 0.5;

/** The headstock whose places on the neck’s edges at the nut follow another width of it; the same where none do. */
function atNut(headstock: Design['headstock'], from: number, to: number): Design['headstock'] {
  if (from === to) return headstock;
  const { nodes } = headstock.outline;
  const isOn = (n: (typeof nodes)[number]): boolean =>
    Math.abs(n.x) < ON_EDGE && Math.abs(Math.abs(n.y) - from / 2) < ON_EDGE;
  if (!nodes.some(isOn)) return headstock;
  const moved = nodes.map((n) => (isOn(n) ? { ...n, y: (Math.sign(n.y) * to) / 2 } : n));
  return { ...headstock, outline: { ...headstock.outline, nodes: moved } };
}

/**
 * Another stringing in courses (how many strings each has, bass to treble); null makes each course a single string again. As many courses as there are stay on
 * the nut and spread of the instrument; another number of them is made as {@link setStringCount} makes it. Courses that are already so keep their strings.
 */
export function setCourses(design: Design, courses: readonly number[] | null): Design {
  const { strings } = design;
  const now = strings.courses ?? strings.gauges.map(() => 1);
  const sizes = courses ?? now.map(() => 1);
  if (sizes.length === now.length && sizes.every((n, i) => n === now[i])) return design;
  const single = editStrings(design, withoutCourses(strings));
  const counted = sizes.length === single.strings.count ? single : setStringCount(single, sizes.length);
  return sizes.every((n) => n === 1) ? counted : editStrings(counted, inCourses(counted.strings, sizes));
}

/** What the table of strings estimates for each string, from its gauge, its kind and the scale; mm, bass to treble. */
export const estimatedCompensation = ({ gauges, types, typeOf, scaleLength }: Strings): readonly number[] =>
  gauges.map((g, i) => startingCompensation(g, scaleLength, types[typeOf[i]!]!.core));

/** Every string's compensation begun again from the table. */
export const startCompensation = (design: Design): Design =>
  editStrings(design, { compensation: estimatedCompensation(design.strings) });

/** Takes a kind of string out of the table; its strings become the first kind. The last one stays. */
export function removeStringType(design: Design, index: number): Design {
  const { types, typeOf } = design.strings;
  if (types.length < 2) return design;
  return editStrings(design, {
    types: types.filter((_, i) => i !== index),
    typeOf: typeOf.map((t) => (t === index ? 0 : t > index ? t - 1 : t)),
  });
}

/**
 * Another number of single strings (of courses, each counts as its main string): gauges kept from the bass side as far as they go, and both spreads
 * grown or shrunk by the present distance between strings.
 */
export function setStringCount(design: Design, count: number): Design {
  const strings = withoutCourses(design.strings);
  const gaps = Math.max(1, strings.count - 1);
  const nutPitch = strings.count > 1 ? (strings.nutWidth - 2 * strings.nutMargin) / gaps : 7;
  const bridgePitch = strings.count > 1 ? strings.bridgeSpread / gaps : 10.4;
  const fresh = startingGauges(count);
  const part = <P extends { readonly strings: number }>(p: P | null): P | null =>
    p && count > 1 ? { ...p, strings: Math.min(p.strings, count - 1) } : null;
  const gauges = Array.from({ length: count }, (_, i) => strings.gauges[i] ?? fresh[i]!);
  const known = strings.types.length;
  const typeOf = gauges.map((g, i) => strings.typeOf[i] ?? Math.min(known - 1, startingType(g)));
  return editStrings(design, {
    count,
    gauges,
    typeOf,
    compensation: gauges.map(
      (g, i) =>
        strings.compensation[i] ??
        startingCompensation(g, strings.scaleLength, strings.types[typeOf[i]!]!.core),
    ),
    courses: null,
    extraFrets: part(strings.extraFrets),
    extension: part(strings.extension),
    nutWidth: within(LIMITS['strings.nutWidth'], 2 * strings.nutMargin + nutPitch * (count - 1)),
    bridgeSpread: within(LIMITS['strings.bridgeSpread'], bridgePitch * (count - 1)),
  });
}

export const setThickness = (design: Design, thickness: number): Design =>
  inHand({ ...design, body: { ...design.body, thickness } }, 'outline');

export const editPrint = (design: Design, change: Partial<PrintSettings>): Design =>
  inHand({ ...design, print: { ...design.print, ...change } }, 'templates');

/** The user's own limit of a rule; null goes back to the rule's own. */
export function setLimit(design: Design, name: string, value: number | null): Design {
  const { [name]: _old, ...others } = design.findings.limits;
  const limits = value === null ? others : { ...others, [name]: value };
  return { ...design, findings: { ...design.findings, limits } };
}

/** Lets a finding stand with a reason, in place of an earlier one of the same subject. */
export function acceptFinding(design: Design, accepted: AcceptedFinding): Design {
  const others = design.findings.accepted.filter(
    (a) => a.rule !== accepted.rule || a.subject !== accepted.subject,
  );
  return { ...design, findings: { ...design.findings, accepted: [...others, accepted] } };
}

/** Takes an acceptance back. */
export const questionFinding = (design: Design, rule: string, subject: string): Design => ({
  ...design,
  findings: {
    ...design.findings,
    accepted: design.findings.accepted.filter((a) => a.rule !== rule || a.subject !== subject),
  },
});

/** Keeps, or forgets, the words in which a length was typed. Over the most that are kept, the oldest are forgotten. */
export function rememberTyped(design: Design, path: string, text: string | null): Design {
  if (text === null) {
    if (!(path in design.typed)) return design;
    const typed = { ...design.typed };
    delete typed[path];
    return { ...design, typed };
  }
  const { [path]: _earlier, ...others } = design.typed;
  const room = Object.entries(others).slice(-(MOST_TYPED - 1));
  return { ...design, typed: { ...Object.fromEntries(room), [path]: text } };
}
