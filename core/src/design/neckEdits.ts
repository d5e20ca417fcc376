import { inHand } from './edits.ts';
import type { Design, Headstock, ShaftNumbers, Tuner } from './schema.ts';
import { forgetWeighed } from './weighedThings.ts';

/** Pure edits of the neck’s shaft and headstock. */

export const editShaft = (design: Design, change: Partial<ShaftNumbers>): Design =>
  inHand({ ...design, shaft: { ...design.shaft, ...change } }, 'neck');

export const editHeadstock = (design: Design, change: Partial<Headstock>): Design =>
  forgetWeighed(
    inHand({ ...design, headstock: { ...design.headstock, ...change } }, 'neck'),
    'tuner',
    design.headstock.tuners,
    change.tuners ?? design.headstock.tuners,
  );

type Station = ShaftNumbers['stations'][number];

/** A section at a fret that has none, as full as the shaft is there between its neighbours; the same design where it has one. */
export function addStation(design: Design, fret: number): Design {
  const { stations } = design.shaft;
  if (stations.some((s) => s.fret === fret)) return design;
  const after = stations.find((s) => s.fret > fret);
  const before = stations.filter((s) => s.fret < fret).at(-1);
  const mixed = (side: 'bass' | 'treble'): number => {
    if (!before || !after) return (before ?? after!)[side];
    const share = (fret - before.fret) / (after.fret - before.fret);
    return Number((before[side] + (after[side] - before[side]) * share).toFixed(2));
  };
  const made: Station = { fret, bass: mixed('bass'), treble: mixed('treble') };
  return editShaft(design, { stations: [...stations, made].sort((a, b) => a.fret - b.fret) });
}

/** Changes the section at a place in the list. */
export const changeStation = (design: Design, index: number, change: Partial<Station>): Design =>
  editShaft(design, {
    stations: design.shaft.stations.map((s, i) => (i === index ? { ...s, ...change } : s)),
  });

/** Takes a section away; the last one stays. */
export const removeStation = (design: Design, index: number): Design =>
  design.shaft.stations.length < 2
    ? design
    : editShaft(design, { stations: design.shaft.stations.filter((_, i) => i !== index) });

export const changeTuner = (design: Design, id: string, change: Partial<Tuner>): Design =>
  editHeadstock(design, {
    tuners: design.headstock.tuners.map((t) => (t.id === id ? { ...t, ...change } : t)),
  });

export const removeTuners = (design: Design, ids: readonly string[]): Design =>
  editHeadstock(design, { tuners: design.headstock.tuners.filter((t) => !ids.includes(t.id)) });

type Tree = Headstock['trees'][number];

/** Adds a string tree over some strings (counted from the treble side). */
export function addTree(
  design: Design,
  tree: Pick<Tree, 'at' | 'first' | 'last' | 'height'>,
): { readonly design: Design; readonly id: string } {
  const taken = new Set(design.headstock.trees.map((t) => t.id));
  let n = 1;
  while (taken.has(`r${n}`)) n += 1;
  const id = `r${n}`;
  return { design: editHeadstock(design, { trees: [...design.headstock.trees, { id, ...tree }] }), id };
}

export const changeTree = (design: Design, id: string, change: Partial<Tree>): Design =>
  editHeadstock(design, {
    trees: design.headstock.trees.map((t) => (t.id === id ? { ...t, ...change } : t)),
  });

export const removeTree = (design: Design, id: string): Design =>
  editHeadstock(design, { trees: design.headstock.trees.filter((t) => t.id !== id) });
