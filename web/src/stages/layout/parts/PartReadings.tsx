import type { PartInPlace } from '@pelkin/core';
import {
  bridgePlaceFor,
  bridgeReach,
  controlFits,
  edits,
  figureAndUnit,
  fretNumberAt,
  insideEdge,
  lengthWithUnit,
  massCentre,
  nodesNear,
  pickingPlace,
  polesOf,
  spreadAt,
  toStrings,
  turnToStrings,
  turnUnderStrings,
} from '@pelkin/core';
import { Box, Button, Text } from '@chakra-ui/react';
import { derive, useDerived, usePicked } from '../../../design/derived.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { placeWords } from '../../../shared/placeWords.ts';
import { Reading, Section } from '../../../shared/Section.tsx';
import { CutTable } from './CutTable.tsx';
import { WORDS } from '../words.ts';

/** A node of an overtone further off than this is not worth telling, mm. */
const NODE_SIGHT = 15;

/** A turn of less than this, degrees, is not worth a press. */
const LEAST_TURN = 0.05;

const signed = (v: number): string => {
  const tenths = Math.round(v * 10) / 10;
  return tenths === 0 ? '0' : `${tenths > 0 ? '+' : '−'}${Math.abs(tenths).toFixed(1)}`;
};

/** Of a pickup: where along the strings it hears, and how its poles lie under them. */
function Poles({ placed: laid }: { placed: PartInPlace }) {
  const { stringPlan } = useDerived();
  const units = usePicked((d) => d.units);
  const edit = useDesignStore((s) => s.edit);
  const poles = polesOf(laid, stringPlan);
  const turned = turnUnderStrings(laid.part, stringPlan);
  if (!poles || !laid.form.poles) return null;
  const { x } = laid.part.at;
  const fret = fretNumberAt(stringPlan.centreScale, x);
  const [node] = nodesNear(stringPlan.centreScale, x);
  return (
    <Section
      title={WORDS.underTheStrings}
      aside={
        turned &&
        Math.abs(turned.turn - laid.part.turn) > LEAST_TURN && (
          <Button
            size="2xs"
            variant="outline"
            title={`Turns it to ${turned.turn.toFixed(2)}°: its poles then miss the strings by ${lengthWithUnit(turned.miss, units, 2)} in the mean`}
            onClick={() =>
              edit(`turned ${laid.name} to its strings`, (d) =>
                turnToStrings(d, laid.part.id, derive(d).stringPlan),
              )
            }
          >
            {WORDS.turnToTheStrings}
          </Button>
        )
      }
    >
      <Reading
        label={WORDS.stringSpreadHere}
        value={figureAndUnit(spreadAt(stringPlan, x), units).figure}
        unit={figureAndUnit(0, units).unit}
      />
      <Reading
        label={WORDS.poleSpread}
        value={figureAndUnit(laid.form.poles.spread, units).figure}
        unit={figureAndUnit(0, units).unit}
      />
      {fret !== null && <Reading label={WORDS.asIfAtFret} value={fret.toFixed(1)} />}
      {node && Math.abs(node.off) < NODE_SIGHT && (
        <Reading
          label={`From the overtone’s node at ${node.share}`}
          value={figureAndUnit(node.off, units).figure}
          unit={figureAndUnit(0, units).unit}
        />
      )}
      <Box
        as="table"
        w="full"
        fontSize="12px"
        fontFamily="mono"
        tableLayout="fixed"
        aria-label={WORDS.polesAndStrings}
      >
        <thead>
          <tr>
            {poles.map((_, i) => (
              <Box as="th" key={i} fontWeight="400" color="faded">
                {poles.length - i}
              </Box>
            ))}
          </tr>
        </thead>
        <tbody>
          <tr>
            {poles.map((p, i) => (
              <Box
                as="td"
                key={i}
                textAlign="center"
                color={Math.abs(p.off) > 1.5 && !laid.form.poles!.blade ? 'madder' : 'ink'}
              >
                {signed(p.off)}
              </Box>
            ))}
          </tr>
        </tbody>
      </Box>
      <Text fontSize="12px" color="faded">
        Each pole beside its string, mm, bass to treble; plus is to the bass side.
      </Text>
    </Section>
  );
}

/** Of a bridge: whether every string's saddle and height lie within its travel. */
export function Reach({ placed: laid }: { placed: PartInPlace }) {
  const design = useDesign();
  const derived = useDerived();
  const edit = useDesignStore((s) => s.edit);
  const reach = bridgeReach(design, derived.stringPlan, derived.layout).find(
    (r) => r.part.part.id === laid.part.id,
  );
  if (!reach) return null;
  const decided = design.neck.joint !== 'undecided';
  return (
    <Section
      title={WORDS.whatItsSaddlesMustReach}
      aside={
        <Button
          size="2xs"
          variant="outline"
          onClick={() =>
            edit(`set ${laid.name} by its saddles`, (d) =>
              edits.moveParts(d, [laid.part.id], { x: bridgePlaceFor(reach) - laid.part.at.x, y: 0 }),
            )
          }
        >
          {WORDS.moveTheBridgeToSuitIts}
        </Button>
      }
    >
      <Box as="table" w="full" fontSize="12px" fontFamily="mono" aria-label={WORDS.saddles}>
        <thead>
          <tr>
            {['string', 'behind', 'left', 'height'].map((h) => (
              <Box as="th" key={h} textAlign="right" fontWeight="400" color="faded" fontFamily="body">
                {h}
              </Box>
            ))}
          </tr>
        </thead>
        <tbody>
          {reach.needs.map((n) => (
            <tr key={n.string}>
              <Box as="td" textAlign="right">
                {derived.stringPlan.lines.length - n.string}
              </Box>
              <Box as="td" textAlign="right" color={n.alongOut ? 'madder' : 'ink'}>
                {n.alongNeeded.toFixed(1)}
              </Box>
              <Box as="td" textAlign="right">
                {Math.min(n.alongNeeded, reach.travel - n.alongNeeded).toFixed(1)}
              </Box>
              <Box as="td" textAlign="right" color={decided && n.highOut ? 'madder' : 'ink'}>
                {decided ? n.high.toFixed(1) : '–'}
              </Box>
            </tr>
          ))}
        </tbody>
      </Box>
      <Text fontSize="12px" color="faded">
        Behind its foremost saddle place and what is left of the travel ({reach.travel.toFixed(1)} mm); height
        over the face, of {reach.low.toFixed(1)} to {reach.high.toFixed(1)} mm
        {decided ? '.' : ': shown once the neck join is decided.'}
      </Text>
    </Section>
  );
}

/** Of a control: the wood its bush passes, its room, and how far hand and strings are. */
function Control({ placed: laid }: { placed: PartInPlace }) {
  const design = useDesign();
  const { layout: all, stringPlan } = useDerived();
  const units = usePicked((d) => d.units);
  const fit = controlFits(all).find((f) => f.part.part.id === laid.part.id);
  const area = laid.clear[0];
  if (!fit) return null;
  const unit = figureAndUnit(0, units).unit;
  const say = (mm: number): string => figureAndUnit(mm, units).figure;
  const hand = pickingPlace(design.hand, stringPlan);
  const away = Math.hypot(laid.part.at.x - hand.x, laid.part.at.y - hand.y);
  return (
    <Section title={WORDS.howItSits}>
      {fit.cavity ? (
        <>
          <Reading
            label={laid.mounted ? `${laid.mounted.name}, thickness` : `Wood over ${fit.cavity.name}`}
            value={say(fit.wood)}
            unit={unit}
          />
          <Reading label={WORDS.threadLeftOver} value={say(fit.spare)} unit={unit} />
          {fit.underCover !== null && (
            <Reading label={WORDS.underItsLugs} value={say(fit.underCover)} unit={unit} />
          )}
        </>
      ) : (
        <Text fontSize="12.5px" color="ochre">
          ▲ Behind it there is no opening for its body.
        </Text>
      )}
      <Reading label={WORDS.fromThePickingHand} value={say(away)} unit={unit} />
      {area && (
        <Reading
          label={WORDS.toTheNearestString}
          value={say(toStrings(area, stringPlan).apart)}
          unit={unit}
        />
      )}
      {area && <Reading label={WORDS.toTheEdge} value={say(insideEdge(area, all.body).by)} unit={unit} />}
    </Section>
  );
}

/** What it weighs, and where that counts. */
function Weight({ placed: laid }: { placed: PartInPlace }) {
  const units = usePicked((d) => d.units);
  const centre = massCentre(laid);
  return (
    <Section title={WORDS.mass}>
      <Reading label={WORDS.mass} value={laid.form.mass.toFixed(0)} unit="g" />
      <Text fontSize="12px" color="faded">
        It counts{' '}
        {placeWords({ x: Math.round(centre.x * 10) / 10, y: Math.round(centre.y * 10) / 10 }, units)}.
      </Text>
    </Section>
  );
}

/** What follows from where a part lies. */
export function PartReadings({ placed: laid }: { placed: PartInPlace }) {
  return (
    <>
      {laid.form.poles && <Poles placed={laid} />}
      {laid.form.saddles && <Reach placed={laid} />}
      {laid.form.bush && <Control placed={laid} />}
      {laid.form.mass > 0 && <Weight placed={laid} />}
      {laid.cuts.length > 0 && <CutTable title={WORDS.openingsForThisPart} cuts={laid.cuts} />}
    </>
  );
}
