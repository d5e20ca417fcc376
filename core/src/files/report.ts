import { STRAPS } from '../balance/hangingState.ts';
import { HOLDS, HOLD_ANGLES, onLap } from '../balance/seated.ts';
import { buttonHole, drillRoom, fibreThrough, pullAt } from '../balance/strapButtons.ts';
import type { Design } from '../design/schema.ts';
import { acceptanceOf, findAll } from '../findings/run.ts';
import { wordsOfFinding } from '../findings/words.ts';
import { shapeOf } from '../outline/shapeMeasures.ts';
import type { Derived } from '../derived/derive.ts';
import { isLocked } from '../parts/strapButton.ts';
import { farCrosshairs } from '../templates/farCrosshairs.ts';

/** What the body is once it is shaped: volume, least wood with its place, and where front and back met unmeant. */
function bodyReport({ shaped }: Derived) {
  if (shaped.state !== 'ready') return null;
  const { mass, least, brokenThrough, pieces } = shaped.value;
  return {
    volume: mass.volume,
    centre: mass.centre,
    leastThickness: least.thickness,
    leastAt: least.at,
    brokenThrough,
    // Of a body with a glued-on front: how much of it each piece is.
    ...(pieces ? { frontVolume: pieces.front.volume, coreVolume: pieces.core.volume } : {}),
  };
}

const DEG = 180 / Math.PI;

/** What follows for the neck: its sections, each string’s way to its tuner, its blank, the wood under the rod. Lengths mm, angles degrees. */
function neckReport({ neckPlan }: Derived) {
  const { sections, rod, headstock, blank, heelDepth, faceDrop } = neckPlan;
  return {
    sections: sections.map(({ fret, u, size }) => ({ fret, fromNut: u, ...size })),
    heelDepth,
    faceDrop,
    rodFloor: rod && { least: rod.floor, fromNut: rod.u, onCentreLine: rod.middle },
    headstock: {
      length: headstock.length,
      width: headstock.width,
      strings: headstock.tuners.map(({ tuner, number, path, breakAngle, holeToEdge }) => ({
        string: number,
        at: tuner.at,
        breakAngle: breakAngle && breakAngle * DEG,
        sidewaysAngle: path && path.sideways * DEG,
        toNearestPost: path && path.clearance,
        holeToEdge,
      })),
    },
    blank,
  };
}

/** How its strap buttons stand, are pulled at and bored; null where an answer does not apply. */
function buttonsReport(design: Design, { hanging, layout, stringPlan }: Derived) {
  if (!hanging) return null;
  const pull = pullAt(hanging);
  return Object.fromEntries(
    (['horn', 'tail'] as const).map((of) => {
      const button = hanging.buttons[of];
      const { part } = button;
      const isEdge = part.face === 'edge';
      return [
        of,
        {
          ...{ id: part.id, at: part.at, face: part.face, locked: isLocked(part.spec) },
          pullFromAxis: pull && isEdge ? pull[of].offAxis : null,
          fibres: isEdge ? fibreThrough(layout.body.polygon, button, design.body.grain / DEG) : null,
          drill: drillRoom(button, design.drill, layout.body, design.strings, stringPlan),
          hole: buttonHole(button, layout, design),
        },
      ];
    }),
  );
}

/** What it weighs and how it hangs: masses g with their ranges, forces N; null for what cannot be. */
function balanceReport(design: Design, derived: Derived) {
  const { weighed, hanging, caseFit, measures } = derived;
  return {
    weight: weighed && {
      ...weighed.total,
      centre: weighed.centre,
      /** What an instrument has and this design does not yet: it weighs nothing here. */
      without: design.headstock.tuners.length === 0 ? ['tuners'] : [],
      items: weighed.items.map(({ key, name, kind, mass, at, weighed: own }) => ({
        ...{ key, name, kind, ...mass, at },
        ...(own ? { weighed: own.mass, changedSince: own.changed } : null),
      })),
    },
    hanging: hanging && {
      strap: hanging.strap,
      buttonsApart: hanging.apart,
      playingAngle: design.player.angle,
      tailwardOfHornButton: hanging.tailward,
      leftHand: hanging.loads && Object.fromEntries(STRAPS.map(([kind]) => [kind, hanging.loads![kind]])),
    },
    strapButtons: buttonsReport(design, derived),
    sitting: weighed
      ? Object.fromEntries(
          HOLDS.map((hold) => [
            hold,
            onLap(weighed, measures, design.player, design.strings, HOLD_ANGLES[hold] / DEG),
          ]),
        )
      : null,
    case: caseFit && { rooms: caseFit.rooms, tightest: caseFit.tightest.way },
  };
}

/** What follows from a design, and what the checks find, as plain JSON: lengths mm, angles degrees, areas mm². */
export function designReport(design: Design, derived: Derived) {
  const { measures: m, stringPlan, plan } = derived;
  return {
    format: 'pelkin-report',
    version: 1,
    units: { length: 'mm', angle: 'deg', area: 'mm2', volume: 'mm3', mass: 'g', force: 'N' },
    name: design.name,
    handedness: design.handedness,
    strings: {
      centreScale: stringPlan.centreScale,
      nutSpread: stringPlan.nutSpread,
      jointX: stringPlan.jointX,
      jointWidth: stringPlan.jointWidth,
      boardEndX: stringPlan.boardEndX,
      overhang: stringPlan.overhang,
      strings: stringPlan.lines.map((l, i) => ({
        string: stringPlan.lines.length - i,
        gauge: l.gauge,
        scale: l.scale,
        nut: l.nut,
        bridge: l.bridge,
        saddle: l.saddle,
      })),
      saddleLine: stringPlan.saddleLine && {
        turn: stringPlan.saddleLine.turn * DEG,
        worst: stringPlan.saddleLine.worst,
      },
      frets: stringPlan.frets.map((f) => ({
        number: f.number,
        fromNut: f.fromNut,
        bass: f.bass,
        treble: f.treble,
        slot: f.slot,
      })),
    },
    neck: neckReport(derived),
    outline: {
      nodes: design.outline.nodes.length,
      ...shapeOf(m),
      widest: m.widest,
      box: m.box,
      area: m.areaMm2,
      bass: m.bass,
      treble: m.treble,
      tightestHollow: m.hollow,
    },
    paper: {
      paper: design.print.paper,
      sheet: plan.sheet,
      columns: plan.grid.columns,
      rows: plan.grid.rows,
      printed: plan.printed.map((t) => t.label),
      checks: farCrosshairs(plan),
    },
    body: bodyReport(derived),
    balance: balanceReport(design, derived),
    findings: findAll(design, derived).map((f) => ({
      ...f,
      ...wordsOfFinding(f, design.units),
      accepted: acceptanceOf(design, f)?.reason ?? null,
    })),
  };
}
