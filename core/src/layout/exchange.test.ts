import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { createDeriver } from '../derived/derive.ts';
import { edits } from '../design/index.ts';
import type { Design, PartSpec } from '../design/schema.ts';
import { SHELF, specOf } from '../parts/shelf.ts';
import { demo } from '../../tests/findings.ts';
import { canExchange, exchangeFollows, exchangeParts } from './exchange.ts';

const windrow = demo('windrow');
const shelf = (key: string): PartSpec => specOf(SHELF.find((p) => p.key === key)!);
const partNamed = (d: Design, name: string) => d.parts.find((p) => p.spec.name === name)!;

describe('exchanging a part', () => {
  it('keeps place, turn, face and group, and cuts what the new one needs', () => {
    const pickup = partNamed(windrow, 'Neck twin-coil');
    const next = exchangeParts(windrow, [pickup.id], shelf('pickup-slim'));
    const now = next.parts.find((p) => p.id === pickup.id)!;
    expect(now).toEqual({ ...pickup, spec: shelf('pickup-slim') });
    const derive = createDeriver();
    const areaOf = (d: Design): number => {
      const cut = derive(d).layout.cuts.find((c) => c.owner.id === pickup.id && c.role === 'cavity')!;
      return cut.area.box.maxX - cut.area.box.minX;
    };
    expect(areaOf(next)).toBeLessThan(areaOf(windrow) - 10);
    // All else is as it was.
    expect({ ...next, parts: windrow.parts, progress: windrow.progress }).toEqual(windrow);
  });
  it('leads back to the same design', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...windrow.parts.map((p) => p.id)),
        fc.constantFrom(...SHELF.map((p) => p.key)),
        (id, key) => {
          const part = windrow.parts.find((p) => p.id === id)!;
          const there = exchangeParts(windrow, [id], shelf(key));
          const back = exchangeParts(there, [id], part.spec);
          expect({ ...back, progress: windrow.progress }).toEqual(windrow);
          // On a face that the kind has not, nothing changes.
          if (!canExchange(part, shelf(key))) expect(there).toBe(windrow);
        },
      ),
    );
  });
  it('exchanges all of a kind at once, and keeps what controls are called', () => {
    const pots = windrow.parts.filter((p) => p.spec.kind === 'pot').map((p) => p.id);
    const next = exchangeParts(windrow, pots, shelf('pot-16'));
    for (const id of pots) {
      const [before, after] = [windrow, next].map((d) => d.parts.find((p) => p.id === id)!.spec);
      expect(after!.measures['body']).toBe(16.5);
      expect(after!.name).toBe(before!.name);
    }
  });
  it('forgets what the old part weighed', () => {
    const { id } = partNamed(windrow, 'Volume');
    const weighed = edits.setWeighed(windrow, `part:${id}`, { mass: 44, at: null });
    expect(weighed.weight.weighed.some((w) => w.of === `part:${id}`)).toBe(true);
    const next = exchangeParts(weighed, [id], shelf('pot-16'));
    expect(next.weight.weighed.some((w) => w.of === `part:${id}`)).toBe(false);
  });
});

describe('what follows from an exchange', () => {
  it('names routs, screws, thread, mass and what is only assumed', () => {
    const words = exchangeFollows(shelf('pot-24'), shelf('pot-16'), 'mm').join('\n');
    expect(words).toMatch(/threaded bush: .* → 7\.0 mm across, 7\.5 mm long/);
    expect(words).toMatch(/behind the wood: .* → 16\.5 mm × 16\.5 mm, 11\.0 mm deep/);
    expect(words).toContain('→ 15 g');
    expect(words).toMatch(/measures are usual sizes/);
    expect(exchangeFollows(shelf('pickup-twin'), shelf('pickup-bass'), 'mm').join('\n')).toMatch(/→ .*deep/);
  });
  it('is nothing of the same part, once it is measured', () => {
    const spec = { ...shelf('pickup-twin'), assumed: [] };
    expect(exchangeFollows(spec, spec, 'mm')).toEqual([]);
  });
});
