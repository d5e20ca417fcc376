import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import * as edits from '../design/allEdits.ts';
import type { Design } from '../design/schema.ts';
import { createDeriver } from '../derived/derive.ts';
import { findAll } from '../findings/run.ts';
import { mended, wordsOfMend } from './mending.ts';

const derive = createDeriver();
const windrow = demo('windrow');
const named = (name: string) => windrow.parts.find((p) => p.spec.name === name)!;
const moved = (name: string, x: number, y: number): Design =>
  edits.changePart(windrow, named(name).id, { at: { x, y } });
const found = (d: Design, rule: string) => findAll(d, derive(d)).filter((f) => f.rule === rule);
const block = (x: number, y: number): Design =>
  edits.addOpening(windrow, {
    name: 'Block',
    face: 'front',
    at: { x, y },
    turn: 0,
    steps: [edits.plainStep('block', { kind: 'rect', long: 30, wide: 20, radius: 2 }, 10)],
  }).design;

const bridge = windrow.parts.find((p) => p.spec.kind.startsWith('bridge'))!;

/** A mistake, the rule that finds it, and the words of what mends it. */
const MISTAKES: readonly (readonly [string, Design, string, RegExp])[] = [
  ['a wall to a pickup', block(133, 57), 'wall-thin', /^Move Block \d+\.\d mm .*to the bass side\.$/],
  ['a wall to the edge', block(-100, 118), 'wall-thin', /^Move Block .*to the treble side\.$/],
  [
    'a floating button',
    moved('Tail button', -150, 0),
    'edge-part-off',
    /^Put Tail button square on the edge\.$/,
  ],
  [
    'a jack that does not seat flat',
    edits.changePart(windrow, named('Jack').id, { turn: named('Jack').turn + 30 }),
    'edge-part-not-square',
    /^Put Jack square on the edge\.$/,
  ],
  [
    'a bridge off the middle',
    edits.changePart(windrow, bridge.id, { at: { ...bridge.at, y: 3.4 } }),
    'bridge-off-centre',
    /3\.4 mm to the treble side\.$/,
  ],
  ['a knob near the strings', moved('Volume', 60, -38), 'knob-to-string', /to the treble side\.$/],
  ['a knob over the edge', moved('Tone', -60, -154), 'knob-over-edge', /^Move Tone /],
];

describe('what mends a finding', () => {
  it.each(MISTAKES)('%s: says how far, and does it', (_, design, rule, words) => {
    const [finding] = found(design, rule);
    expect(finding?.mend).toBeTruthy();
    expect(wordsOfMend(finding!.mend!, design, 'mm')).toMatch(words);
    const next = mended(design, finding!.mend!, derive(design));
    expect(found(next, rule).filter((f) => f.subject === finding!.subject)).toEqual([]);
  });
  it('moves an opening for a wall, and never what has its place by the strings', () => {
    for (const f of found(block(133, 57), 'wall-thin')) expect(f.mend).toMatchObject({ what: 'opening' });
  });
  it('is data: it is written as JSON with its finding', () => {
    const [finding] = found(block(133, 57), 'wall-thin');
    expect(JSON.parse(JSON.stringify(finding))).toEqual(finding);
  });
});
