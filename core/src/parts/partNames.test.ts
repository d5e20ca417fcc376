import fc from 'fast-check';
import { expect, test } from 'vitest';
import { PART_KINDS } from './kinds.ts';
import type { NamedPart } from './partNames.ts';
import { partName, partNames } from './partNames.ts';

const part = (id: string, kind: string, name: string, x: number, y = 0): NamedPart => ({
  id,
  spec: { kind, name },
  at: { x, y },
});
const named = (parts: readonly NamedPart[]): readonly string[] => parts.map((p) => partName(parts, p.id));

test('Two and three pickups of one make are called by their place along the strings', () => {
  const bridge = part('a', 'pickup', 'Twin-coil', 40);
  const neck = part('b', 'pickup', 'Twin-coil', 140);
  const middle = part('c', 'pickup', 'Twin-coil', 90);
  expect(named([bridge, neck])).toEqual(['Twin-coil (bridge)', 'Twin-coil (neck)']);
  expect(named([bridge, neck, middle])).toEqual([
    'Twin-coil (bridge)',
    'Twin-coil (neck)',
    'Twin-coil (middle)',
  ]);
  expect(named([bridge, neck, middle, part('d', 'pickup', 'Twin-coil', 60)])).toEqual([
    'Twin-coil 4',
    'Twin-coil 1',
    'Twin-coil 2',
    'Twin-coil 3',
  ]);
});

test('A pickup that passes another changes its name with its place', () => {
  const rest = part('b', 'pickup', 'Slim', 90);
  expect(named([part('a', 'pickup', 'Slim', 40), rest])[0]).toBe('Slim (bridge)');
  expect(named([part('a', 'pickup', 'Slim', 140), rest])[0]).toBe('Slim (neck)');
});

test('Pots are counted in the order in which they were placed, wherever they are', () => {
  expect(
    named([part('a', 'pot', 'Volume', -40), part('b', 'pot', 'Tone', 0), part('c', 'pot', 'Volume', 10)]),
  ).toEqual(['Volume 1', 'Tone', 'Volume 2']);
});

test('A name that has a size in it takes its number in brackets', () => {
  expect(named([part('a', 'screw', 'Screw 3 × 14', 0), part('b', 'screw', 'Screw 3 × 14', 9)])).toEqual([
    'Screw 3 × 14 (1)',
    'Screw 3 × 14 (2)',
  ]);
});

test('Saddles of single strings have their strings’ numbers, strap buttons their ends', () => {
  const saddles = [12, -12, 0].map((y, i) => part(`s${i}`, 'bridge-single', 'Saddle', i, y));
  expect(named(saddles)).toEqual(['Saddle 3', 'Saddle 1', 'Saddle 2']);
  expect(
    named([part('t', 'strap-button', 'Button', -170), part('h', 'strap-button', 'Button', 310)]),
  ).toEqual(['Button (tail end)', 'Button (neck end)']);
});

test('Parts of several kinds with one name are counted', () => {
  expect(named([part('a', 'pot', 'Blend', 0), part('b', 'toggle', 'Blend', 40)])).toEqual([
    'Blend 1',
    'Blend 2',
  ]);
});

test('A derived name is never one that another part was given', () => {
  const parts = [
    part('a', 'pot', 'Volume', 0),
    part('b', 'pot', 'Volume', 9),
    part('c', 'pot', 'Volume 1', 20),
  ];
  expect(named(parts)).toEqual(['Volume 1*', 'Volume 2', 'Volume 1']);
});

test('There is a name for a part that is not there', () => {
  expect(partName([], 'p1')).toBe('a part');
});

test('Any parts get names of their own', () => {
  const any = fc.array(
    fc.record({
      kind: fc.constantFrom(...PART_KINDS.map((k) => k.key)),
      name: fc.constantFrom('Volume', 'Volume 1', 'Twin-coil', 'Screw 3 × 14', 'Bridge, six strings'),
      x: fc.integer({ min: -200, max: 400 }),
      y: fc.integer({ min: -20, max: 20 }),
    }),
    { maxLength: 20 },
  );
  fc.assert(
    fc.property(any, (all) => {
      const parts = all.map(({ kind, name, x, y }, i) => part(`p${i}`, kind, name, x, y));
      const names = partNames(parts);
      expect(names.size).toBe(parts.length);
      expect(new Set(names.values()).size).toBe(parts.length);
      for (const p of parts) expect(names.get(p.id)!.startsWith(p.spec.name)).toBe(true);
    }),
  );
});
