import type { Design, LimitPath } from '@pelkin/core';
import {
  angleFor,
  breakAngle,
  bridgeReach,
  depthFor,
  edits,
  figureAndUnit,
  lengthWithUnit,
  neckSide,
  outsideTravel,
  saddlePlace,
  shimFor,
} from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { useDerived, usePicked } from '../../../design/derived.ts';
import { useLengths } from '../../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { NumberField } from '../../../shared/NumberField.tsx';
import { Pick } from '../../../shared/Pick.tsx';
import { Tick } from '../../../shared/Tick.tsx';
import { Reach } from '../parts/PartReadings.tsx';
import { CutTable } from '../parts/CutTable.tsx';
import { NeckScrews } from './NeckScrews.tsx';
import { Choice, Reading, Section } from '../../../shared/Section.tsx';
import { WORDS } from '../words.ts';

const DEG = 180 / Math.PI;
const JOINTS = [
  ['undecided', 'Not decided yet'],
  ['screwed', 'Screwed on, in a pocket'],
  ['glued', 'Glued in, in a pocket'],
  ['through', 'Straight through, wings'],
] as const;

type LengthKey =
  | 'heel'
  | 'board'
  | 'depth'
  | 'fretHeight'
  | 'actionNut'
  | 'action12'
  | 'carve'
  | 'pocketLength'
  | 'past'
  | 'fit'
  | 'radius'
  | 'core';

/** A length of the neck, typed. */
function NeckLength({
  of,
  label,
  limit,
  places,
}: {
  of: LengthKey;
  label: string;
  limit: LimitPath;
  places?: number;
}) {
  const lengths = useLengths();
  const value = usePicked((d) => d.neck[of]);
  return (
    <LengthField
      label={label}
      value={value}
      {...(places === undefined ? {} : { places })}
      {...lengths(`neck.${of}`, (d, mm) => edits.setNeck(d, { [of]: mm }), limit)}
    />
  );
}

/** What the bridge can do about the saddle’s height: null without a bridge. */
function useTravel(): { readonly low: number; readonly high: number; readonly name: string } | null {
  const design = useDesign();
  const { stringPlan, layout } = useDerived();
  const [first] = bridgeReach(design, stringPlan, layout);
  return first ? { low: first.low, high: first.high, name: first.part.name } : null;
}

/** Depth, angle or shim solved for a saddle height; each by one press. */
function Solve() {
  const design = useDesign();
  const travel = useTravel();
  const edit = useDesignStore((s) => s.edit);
  const side = neckSide(design);
  const place = saddlePlace(side);
  const units = design.units;
  const middle = travel ? (travel.low + travel.high) / 2 : place.z;
  const [wanted, setWanted] = useState<number | null>(null);
  const height = wanted ?? Number(middle.toFixed(1));
  const depth = depthFor(side, height);
  const angle = angleFor(side, height);
  const shim = angle === null ? null : shimFor(angle - side.angle, design.neck.pocketLength);
  const round = (v: number): number => Number(v.toFixed(2));
  return (
    <Section title={WORDS.solveForASaddleHeight}>
      <LengthField
        label={WORDS.saddleOverTheFace}
        value={height}
        unit={units}
        limit={{
          label: WORDS.saddleHeight,
          min: 0,
          max: 60,
          from: travel ? `${travel.name}: ${travel.low} to ${travel.high} mm` : 'the face',
        }}
        onCommit={(mm) => {
          setWanted(mm);
          return [];
        }}
      />
      <HStack fontSize="12.5px">
        <Text flex="1">
          {isPocketed(design) ? 'Pocket' : 'Heel'} {lengthWithUnit(depth, units, 2)}{' '}
          {isPocketed(design) ? 'deep' : 'below the face'}, at this angle
        </Text>
        <Button
          size="2xs"
          variant="outline"
          disabled={depth < 0 || depth > 60}
          onClick={() =>
            edit('solved the neck joint for depth', (d) => edits.setNeck(d, { depth: round(depth) }))
          }
        >
          {WORDS.useThisDepth}
        </Button>
      </HStack>
      <HStack fontSize="12.5px">
        <Text flex="1">
          {angle === null ? 'No angle brings it there' : `Angle ${(angle * DEG).toFixed(2)}°, at this depth`}
        </Text>
        <Button
          size="2xs"
          variant="outline"
          disabled={angle === null || Math.abs(angle * DEG) > 12}
          onClick={() =>
            edit('solved the neck for angle', (d) => edits.setNeck(d, { angle: round(angle! * DEG) }))
          }
        >
          {WORDS.useThisAngle}
        </Button>
      </HStack>
      {design.neck.joint === 'screwed' && shim !== null && Math.abs(shim) > 0.01 && (
        <Text fontSize="12.5px">
          Or a full-length wedge in a flat pocket: {lengthWithUnit(Math.abs(shim), units, 2)} thick at the{' '}
          {shim > 0 ? 'tail end, nothing at the joint' : 'joint, nothing at the tail end'}.
        </Text>
      )}
      <Text fontSize="12.5px">
        Or a bridge whose saddles reach {lengthWithUnit(place.z, units)}, with room both ways.
      </Text>
    </Section>
  );
}

/** Where string and saddle come to lie. */
function Readings() {
  const design = useDesign();
  const { stringPlan, layout } = useDerived();
  const { units } = design;
  const side = neckSide(design);
  const place = saddlePlace(side);
  const [bridge] = bridgeReach(design, stringPlan, layout);
  const unit = figureAndUnit(0, units).unit;
  const say = (mm: number): string => figureAndUnit(mm, units).figure;
  const out = bridge ? outsideTravel(place.z, [bridge.low, bridge.high]) : 0;
  const held = bridge?.part.form.saddles;
  const behind = held ? Math.max(1, place.x - (bridge.part.part.at.x - held.heldBehind)) : null;
  return (
    <Section title={WORDS.results}>
      <Reading label={WORDS.boardOverTheFaceAtThe} value={say(place.boardOver)} unit={unit} />
      <Reading label={WORDS.saddleOverTheFace} value={say(place.z)} unit={unit} />
      <Reading label={WORDS.saddleMovedByTheAngle} value={say(place.x)} unit={unit} />
      {held && behind !== null && (
        <Reading
          label={WORDS.stringBreaksOverItBy}
          value={`${(breakAngle(place, behind, held.heldHigh) * DEG).toFixed(1)}°`}
        />
      )}
      {bridge ? (
        <Text fontSize="12.5px" color={out === 0 ? 'kelp' : 'madder'} role="status">
          {out === 0
            ? `● ${bridge.part.name} reaches it: ${lengthWithUnit(place.z - bridge.low, units)} down, ${lengthWithUnit(bridge.high - place.z, units)} up.`
            : `■ ${bridge.part.name} is out by ${lengthWithUnit(Math.abs(out), units, 2)}: the saddle must stand ${out > 0 ? 'higher' : 'lower'} than it goes.`}
        </Text>
      ) : (
        <Text fontSize="12.5px" color="faded">
          Place a bridge to see whether it reaches.
        </Text>
      )}
    </Section>
  );
}

const isPocketed = (d: Design): boolean => d.neck.joint === 'screwed' || d.neck.joint === 'glued';

/** Every bridge's saddles against its travel, with the compensation estimated again from the table of strings. */
function Saddles() {
  const { layout } = useDerived();
  const edit = useDesignStore((s) => s.edit);
  const bridges = layout.parts.filter((p) => p.form.saddles);
  if (bridges.length === 0) return null;
  return (
    <>
      {bridges.map((bridge) => (
        <Reach key={bridge.part.id} placed={bridge} />
      ))}
      <HStack pb="2">
        <Text flex="1" fontSize="12px" color="faded">
          Each string’s compensation is typed in Strings, or estimated from its gauge and kind.
        </Text>
        <Button
          size="2xs"
          variant="outline"
          onClick={() => edit('estimated the compensation', edits.startCompensation)}
        >
          {WORDS.estimateIt}
        </Button>
      </HStack>
    </>
  );
}

/** A glued neck's tenon: narrower than its heel, with shoulders against the body's edge. */
function Tenon() {
  const tenon = usePicked((d) => d.neck.tenon);
  const lengths = useLengths();
  const edit = useDesignStore((s) => s.edit);
  return (
    <>
      <Tick
        label={WORDS.aTenonNarrowerThanTheHeel}
        checked={tenon !== null}
        onChange={(on) =>
          edit(on ? 'gave the neck a tenon' : 'let the whole heel in', (d) =>
            edits.setNeck(d, { tenon: on ? 40 : null }),
          )
        }
      />
      {tenon !== null && (
        <LengthField
          label={WORDS.cheekToCheek}
          value={tenon}
          {...lengths('neck.tenon', (d, mm) => edits.setNeck(d, { tenon: mm }))}
        />
      )}
    </>
  );
}

/** What is cut in the body for the neck. */
function NeckCuts() {
  const { cuts } = useDerived().layout;
  const own = useMemo(() => cuts.filter((c) => c.owner.kind === 'neck'), [cuts]);
  return own.length > 0 && <CutTable title={WORDS.openingsForTheNeck} cuts={own} />;
}

/** How neck and body meet: in plan, and from the side. */
export function NeckJoin() {
  const joint = usePicked((d) => d.neck.joint);
  const pocketed = usePicked(isPocketed);
  const end = usePicked((d) => d.neck.end);
  const angle = usePicked((d) => d.neck.angle);
  const edit = useDesignStore((s) => s.edit);
  return (
    <>
      <Section title={WORDS.neckAndBody}>
        <Pick
          label={WORDS.theNeckIs}
          value={joint}
          options={JOINTS}
          onChange={(next) => edit('decided the neck join', (d) => edits.setNeck(d, { joint: next }))}
        />
        {joint === 'undecided' && (
          <Text fontSize="12px" color="faded">
            Nothing is cut for the neck until you decide. A screwed neck can be taken off and shimmed; a glued
            one is lighter at the heel; a through neck is set before the body has its shape.
          </Text>
        )}
      </Section>
      {joint !== 'undecided' && (
        <>
          <Section title={WORDS.fromTheSide}>
            <NeckLength of="heel" label={WORDS.heelWithBoard} limit="neck.heel" />
            <NeckLength of="board" label={WORDS.fingerboardAlone} limit="neck.board" />
            <NeckLength
              of="depth"
              label={pocketed ? 'Pocket depth' : 'Heel below the face'}
              limit="neck.depth"
              places={2}
            />
            <NumberField
              label={WORDS.neckAngle}
              value={angle}
              unit="°"
              min={-6}
              max={12}
              from="the face; more tips the headstock back"
              places={2}
              onCommit={(v) => edit('changed the neck angle', (d) => edits.setNeck(d, { angle: v }))}
            />
            <NeckLength of="fretHeight" label={WORDS.fretHeight} limit="neck.fretHeight" places={2} />
            <NeckLength of="actionNut" label={WORDS.stringOverFret1AtThe} limit="neck.action" places={2} />
            <NeckLength of="action12" label={WORDS.stringOverFret12} limit="neck.action" places={2} />
            {joint === 'screwed' && <NeckLength of="carve" label={WORDS.heelCarve} limit="neck.carve" />}
          </Section>
          <Readings />
          <Saddles />
          <Solve />
          {pocketed ? (
            <Section title={WORDS.thePocketInPlan}>
              <NeckLength of="pocketLength" label={WORDS.tailwardOfTheJoint} limit="neck.pocketLength" />
              <NeckLength of="past" label={WORDS.pastTheEdge} limit="neck.past" />
              {joint === 'glued' && <Tenon />}
              <NeckLength of="fit" label={WORDS.fitEachSide} limit="neck.fit" places={2} />
              <Choice
                label={WORDS.endOfThePocket}
                value={end}
                options={[
                  ['square', 'Square'],
                  ['round', 'Round'],
                ]}
                onChange={(next) =>
                  edit(`made the pocket’s end ${next}`, (d) => edits.setNeck(d, { end: next }))
                }
              />
              {end === 'square' && <NeckLength of="radius" label={WORDS.cornerRadius} limit="shape.radius" />}
              <Text fontSize="12px" color="faded">
                Its sides are the neck’s own taper, or its tenon’s cheeks, with the fit. Prove it in scrap
                before the wood.
              </Text>
            </Section>
          ) : (
            <Section title={WORDS.theCoreInPlan}>
              <NeckLength of="core" label={WORDS.widthBehindTheBoard} limit="neck.core" />
            </Section>
          )}
          {joint === 'screwed' && <NeckScrews />}
          {pocketed && <NeckCuts />}
        </>
      )}
    </>
  );
}
