import {
  createDeriver,
  designText,
  drawingSvg,
  readDesignText,
  readMeasuresText,
  readPartText,
  weightsFor,
} from '@pelkin/core';
import {
  Unreadable,
  describeLines,
  drawingText,
  joinChains,
  lineRefusal,
  nodesAsDrawn,
  nodesWithin,
  readDrawing,
  startClock,
} from '@pelkin/core/plain';
import { drawingDxf } from '@pelkin/core/files/dxf';
import fc from 'fast-check';
import type { Tried } from './case.ts';
import { FOREIGN, attempt } from './case.ts';
import { DEMOS } from './designs.ts';

const derived = DEMOS.map((d) => createDeriver()(d));
const HAND = [
  '<svg xmlns="http://www.w3.org/2000/svg" width="400mm" viewBox="0 0 400 300"><style>.a{display:none}</style><g transform="rotate(3)scale(1-1)"><path class="b" d="M10 10c5.5.5-3 8 20 9a5 5 0 0110 3zM3 3l1e1.5"/><use href="#x"/><rect id="x" rx="3" width="9" height="4"/></g></svg>',
  '0\nSECTION\n2\nENTITIES\n0\nSPLINE\n70\n9\n71\n3\n40\n0\n40\n0\n40\n0\n40\n0\n40\n1\n40\n1\n40\n1\n40\n1\n10\n0\n20\n0\n10\n9\n20\n9\n10\n20\n20\n1\n10\n0\n20\n0\n0\nELLIPSE\n10\n0\n20\n0\n11\n9\n21\n3\n40\n0.4\n41\n0\n42\n6.28\n0\nENDSEC\n0\nEOF\n',
];
/** Files of every kind that is read, as they are written. */
const FILES: readonly string[] = [
  ...derived.map((d, i) => drawingSvg(d.template, DEMOS[i]!.name, weightsFor(DEMOS[i]!.print.weights))),
  ...derived.slice(0, 2).map((d) => drawingDxf(d.template, 'Fuzz', 'arcs').text),
  drawingDxf(derived[2]!.template, 'Fuzz', 'splines').text,
  ...DEMOS.map(designText),
  ...HAND,
];
const TOKENS = [
  '<g>',
  '</g>',
  '"',
  '<',
  '>',
  '&',
  '\0',
  'e',
  '-',
  '.',
  '1e999',
  'NaN',
  '0\n',
  '\n',
  'INSERT',
  'transform="',
  'Z',
  '{',
  '}',
  '[',
  ']',
  '\ud800',
  '999999999999',
  '<use href="#x"/>',
  ' ',
];

const edits = fc.array(
  fc.oneof(
    fc.record({ do: fc.constant('cut' as const), at: fc.nat(), long: fc.integer({ min: 1, max: 400 }) }),
    fc.record({ do: fc.constant('put' as const), at: fc.nat(), text: fc.constantFrom(...TOKENS) }),
    fc.record({
      do: fc.constant('copy' as const),
      at: fc.nat(),
      from: fc.nat(),
      long: fc.integer({ min: 1, max: 2_000 }),
    }),
    fc.record({
      do: fc.constant('figure' as const),
      at: fc.nat(),
      value: fc.oneof(fc.double(), fc.constantFrom(0, -1, 1e300, 1e-300, 1e9)),
    }),
  ),
  { minLength: 1, maxLength: 8 },
);
type Edit = typeof edits extends fc.Arbitrary<readonly (infer E)[]> ? E : never;

function edited(text: string, list: readonly Edit[]): string {
  return list.reduce((t, e) => {
    const at = e.at % Math.max(1, t.length);
    if (e.do === 'cut') return t.slice(0, at) + t.slice(at + e.long);
    if (e.do === 'put') return t.slice(0, at) + e.text + t.slice(at);
    if (e.do === 'copy')
      return t.slice(0, at) + t.slice(e.from % Math.max(1, t.length)).slice(0, e.long) + t.slice(at);
    // A number somewhere behind the place becomes another.
    return t.slice(0, at) + t.slice(at).replace(/-?\d+(\.\d+)?/, String(e.value));
  }, text);
}

const said = (words: string): string | null =>
  // What a refusal quotes of the file is the file's.
  FOREIGN.test(words.replace(/“[^”]*”/g, '')) || words.includes('cannot be followed')
    ? `refused with “${words.slice(0, 200)}”`
    : null;

/** Any file that was one: refused in our words, or read, joined, and its largest line taken in both ways. */
export const tryFile = (seed: number): Promise<Tried> =>
  attempt('file', seed, () => {
    const [[file, list]] = fc.sample(fc.tuple(fc.constantFrom(...FILES), edits), {
      numRuns: 1,
      seed,
    }) as unknown as [[string, readonly Edit[]]];
    const text = edited(file, list);
    for (const read of [readDesignText(text), readMeasuresText(text)])
      if (!read.ok) {
        const wrong = said(`${read.refusals[0]?.where ?? ''}: ${read.refusals[0]?.message ?? ''}`);
        if (wrong) return wrong;
      }
    const part = readPartText(text);
    if (!part.ok && said(part.message)) return said(part.message);
    const bytes = drawingText(new TextEncoder().encode(text));
    if (!bytes.ok) return said(bytes.message);
    const answer = readDrawing(bytes.text);
    if (!answer.ok) return said(`${answer.where}: ${answer.message}`);
    try {
      const look = startClock('the work', 'do less', 500);
      const { chains } = joinChains(answer.read.curves, 0.05, undefined, look);
      const [line] = describeLines(chains, look);
      if (!line || !line.chain.closed || lineRefusal(line.chain.pieces)) return null;
      for (const fit of [
        nodesAsDrawn(line.chain.pieces, look),
        nodesWithin(line.chain.pieces, 1, undefined, look),
      ])
        if (fit?.nodes.some((n) => !Number.isFinite(n.x + n.y))) return 'gave a node that is nowhere';
    } catch (error) {
      if (!(error instanceof Unreadable)) throw error;
    }
    return null;
  });
