import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import { changeOpening } from '../design/layoutEdits.ts';
import { findAll } from '../findings/run.ts';
import { distance } from '../geometry/point.ts';
import { mountedIn, moveOpening } from './moveOpening.ts';

const derive = createDeriver();
const windrow = demo('windrow');
const { fits } = derive(windrow);

describe('a cavity that is moved', () => {
  it('leaves its parts where they are, unless it carries them', () => {
    const moved = moveOpening(windrow, 'o1', { at: { x: -30, y: -90 } }, fits);
    expect(moved.parts).toBe(windrow.parts);
  });
  it('takes what is mounted in it along as one piece', () => {
    const carrying = changeOpening(windrow, 'o1', { carries: true });
    const mounted = mountedIn(fits, 'o1');
    expect(mounted.length).toBeGreaterThan(2);
    const opening = windrow.openings[0]!;
    const to = { at: { x: opening.at.x - 2, y: opening.at.y + 1 }, turn: opening.turn + 3 };
    const moved = moveOpening(carrying, 'o1', to, fits);
    const place = (d: typeof windrow, id: string) => d.parts.find((p) => p.id === id)!.at;
    for (const id of mounted) {
      expect(distance(place(moved, id), to.at)).toBeCloseTo(distance(place(windrow, id), opening.at), 1);
      for (const other of mounted)
        expect(distance(place(moved, id), place(moved, other))).toBeCloseTo(
          distance(place(windrow, id), place(windrow, other)),
          1,
        );
    }
    for (const { id, at } of windrow.parts) if (!mounted.includes(id)) expect(place(moved, id)).toEqual(at);
    const hits = findAll(moved, derive(moved)).filter((f) => f.rule === 'body-hits-wall');
    expect(hits).toEqual([]);
  });
});
