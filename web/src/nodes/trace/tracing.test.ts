import type { Underlay } from '@pelkin/core';
import { edits, newDesign, pixelMap } from '@pelkin/core';
import { beforeEach, describe, expect, it } from 'vitest';
import { useDesignStore } from '../../design/store.ts';
import { boardMarks, rectangleMarks } from './knownMarks.ts';
import { derive } from '../../design/derived.ts';
import { carryOutline, leaveOutline, outlineToCarry, takeEdge } from './layUnder.ts';
import { applyMeasures, foundNow, layOnTwo, straighten, useTracing } from './tracing.ts';
import type { FoundEdge } from './tracing.ts';

const underlay: Underlay = {
  id: 'u1',
  name: 'photo',
  picture: '0b8f1c9e-58a2-4c7e-9a51-0f2f6a1d2c3b',
  width: 1000,
  height: 800,
  at: { x: 100, y: 0 },
  turn: 0,
  scale: 0.5,
  mirrored: false,
  opacity: 0.6,
  locked: false,
  hidden: false,
  scaled: 'not',
  goodTo: null,
  focal: null,
  camera: null,
  artwork: null,
};
const design = newDesign('Traced', 6, 628);
const now = (): Underlay => useDesignStore.getState().design!.underlays[0]!;
const press = (x: number, y: number): void => useTracing.getState().press({ x, y });

beforeEach(() => {
  useTracing.getState().choose(null);
  useDesignStore.getState().open('d', edits.addUnderlay(design, underlay));
  useTracing.getState().choose('u1');
});

describe('marks in a picture', () => {
  it('are kept in its pixels, as many as the task takes', () => {
    useTracing.getState().begin('measure');
    press(100, 0);
    press(200, 0);
    press(300, 0);
    expect(useTracing.getState().marks).toEqual([
      { x: 500, y: 400 },
      { x: 700, y: 400 },
    ]);
    useTracing.getState().moveMark(1, { x: 150, y: 0 });
    expect(useTracing.getState().marks[1]).toEqual({ x: 600, y: 400 });
  });
  it('two and their distance set it to scale, and say how good that is', () => {
    useTracing.getState().begin('measure');
    press(0, 0);
    press(100, 0);
    useTracing.getState().addMeasure(150);
    expect(applyMeasures()).toBeNull();
    expect(now()).toMatchObject({ scale: 0.75, scaled: 'measures', at: { x: 100, y: 0 } });
    expect(now().goodTo).toBeGreaterThan(0.5);
    expect(useDesignStore.getState().past.at(-1)!.name).toBe('set the picture to scale');
    useDesignStore.getState().undo();
    expect(now().scale).toBe(0.5);
  });
  it('measures that disagree make it worse', () => {
    const mark = (x: number, truth: number): void => {
      useTracing.getState().begin('measure');
      press(0, 0);
      press(x, 0);
      useTracing.getState().addMeasure(truth);
    };
    mark(200, 200);
    mark(200, 210);
    applyMeasures();
    expect(now().scale).toBeCloseTo(0.5125, 3);
    expect(now().goodTo).toBeGreaterThan(4);
    useTracing.getState().dropMeasure(1);
    applyMeasures();
    expect(now().goodTo).toBeLessThan(4);
  });
  it('two lay it straight on the centre line', () => {
    useTracing.getState().begin('straighten');
    press(0, 10);
    press(200, 60);
    const { marks } = useTracing.getState();
    expect(straighten()).toBeNull();
    const map = pixelMap(now());
    for (const p of marks) expect(map(p).y).toBeCloseTo(0, 9);
    expect(map(marks[1]!).x).toBeGreaterThan(map(marks[0]!).x);
    expect(now().scale).toBeCloseTo(0.5, 12);
  });
  it('two lay it on bridge and joint', () => {
    useTracing.getState().begin('two places');
    press(20, 30);
    press(140, 50);
    const { marks } = useTracing.getState();
    expect(
      layOnTwo('placed', [
        { x: 0, y: 0 },
        { x: 236, y: 0 },
      ]),
    ).toBeNull();
    const map = pixelMap(now());
    expect(map(marks[0]!).x).toBeCloseTo(0, 9);
    expect(map(marks[1]!)).toMatchObject({ y: expect.closeTo(0, 9) as unknown });
    expect(map(marks[1]!).x).toBeCloseTo(236, 9);
    expect(now().scaled).toBe('instrument');
  });
  it('that fall together are refused', () => {
    useTracing.getState().begin('straighten');
    press(5, 5);
    press(5, 5);
    expect(straighten()).toContain('fall together');
    expect(now()).toEqual(underlay);
  });
  it('do not move a picture that is locked, and are not set in one that is hidden', () => {
    useTracing.getState().begin('straighten');
    press(0, 10);
    press(200, 60);
    useDesignStore.getState().edit('locked', (d) => edits.changeUnderlay(d, 'u1', { locked: true }));
    expect(straighten()).toContain('locked');
    expect(now()).toEqual({ ...underlay, locked: true });
    useDesignStore.getState().edit('hid', (d) => edits.changeUnderlay(d, 'u1', { hidden: true }));
    useTracing.getState().begin('measure');
    press(0, 0);
    expect(useTracing.getState().marks).toEqual([]);
  });
  it('a task begun again starts without marks; another picture forgets everything', () => {
    useTracing.getState().begin('body');
    press(0, 0);
    useTracing.getState().begin('bridge');
    press(0, 0);
    press(10, 0);
    press(20, 0);
    expect(useTracing.getState()).toMatchObject({ body: [expect.anything()], bridges: [expect.anything()] });
    expect(useTracing.getState().marks).toHaveLength(1);
    useTracing.getState().choose(null);
    expect(useTracing.getState()).toMatchObject({ body: [], bridges: [], marks: [], task: null });
  });
  it('strokes of the brush are as wide as they were on the board, in pixels', () => {
    useTracing.getState().begin('brush-bench');
    useTracing.getState().stroke([
      { x: 0, y: 0 },
      { x: 30, y: 0 },
    ]);
    const [stroke] = useTracing.getState().strokes;
    expect(stroke).toMatchObject({ as: 'bench', radius: 24 });
    useTracing.getState().clear('steering');
    expect(useTracing.getState().strokes).toEqual([]);
  });
});

describe('what is known of four marks', () => {
  it('a sheet lies the way its marks do', () => {
    const wide = [
      { x: 0, y: 0 },
      { x: 300, y: 0 },
      { x: 300, y: 200 },
      { x: 0, y: 200 },
    ];
    const tall = wide.map(({ x, y }) => ({ x: y, y: x }));
    const turned = [tall[0]!, tall[3]!, tall[2]!, tall[1]!];
    expect(rectangleMarks(297, 210, wide).truths[1]).toEqual({ x: 297, y: 210 });
    expect(rectangleMarks(297, 210, turned).truths[1]).toEqual({ x: 210, y: 297 });
  });
  it('the fingerboard’s marks are the instrument’s own places', () => {
    const { stringPlan } = derive(design);
    const { truths, placed } = boardMarks(stringPlan);
    expect(placed).toBe(true);
    expect(truths[0]).toMatchObject({ x: 628 });
    expect(truths[0]!.y).toBeCloseTo(-truths[1]!.y, 9);
    expect(truths[2]!.x).toBeCloseTo(628 * 2 ** (-stringPlan.frets.at(-1)!.number / 12), 6);
  });
});

describe('an edge that was found', () => {
  const { nodes } = design.outline;
  const found: FoundEdge = {
    placed: underlay,
    needs: 0.4,
    edge: nodes,
    noise: 0.1,
    nodes,
    off: 0.2,
    atRim: false,
    removed: 0,
    misses: [{ at: { x: 10, y: 20 }, by: 0.5 }],
  };
  const move = (change: Partial<Underlay>): void => {
    useDesignStore.getState().edit('moved the picture', (d) => edits.changeUnderlay(d, 'u1', change));
  };

  it('goes with its picture, and its errors grow with it', () => {
    const moved = foundNow(found, { ...underlay, at: { x: 130, y: 7 }, scale: 1 });
    expect(moved).toMatchObject({ noise: 0.2, off: 0.4, needs: 0.8 });
    expect(moved.misses[0]).toMatchObject({ at: { x: -50, y: 47 }, by: 1 });
    expect(foundNow(found, { ...underlay, opacity: 0.1 })).toBe(found);
  });
  it('once taken, the outline goes along with the picture on request, or stays', () => {
    useTracing.getState().set({ found });
    takeEdge();
    const { taken } = useTracing.getState();
    const drawn = () => useDesignStore.getState().design!;
    expect(outlineToCarry(taken, drawn())).toBeNull();
    move({ at: { x: 100, y: 12 } });
    expect(outlineToCarry(taken, drawn())?.at.y).toBe(12);
    carryOutline();
    expect(drawn().outline.nodes[0]).toMatchObject({ x: nodes[0]!.x, y: nodes[0]!.y + 12 });
    expect(outlineToCarry(useTracing.getState().taken, drawn())).toBeNull();
    move({ at: { x: 100, y: 13 } });
    leaveOutline();
    expect(drawn().outline.nodes[0]!.y).toBe(nodes[0]!.y + 12);
    expect(outlineToCarry(useTracing.getState().taken, drawn())).toBeNull();
  });
});
