import type { Design, HeadstockStart, TunerPlan } from '@pelkin/core';
import {
  HEADSTOCK_STARTS,
  LEAST_BREAK,
  LEAST_CLEARANCE,
  LEAST_TO_EDGE,
  LIMITS,
  MOST_BREAK,
  MOST_SIDEWAYS,
  edits,
  figureAndUnit,
  startHeadstock,
} from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { derive, useDerived } from '../../../design/derived.ts';
import { useLengths } from '../../../design/lengths.ts';
import { saveFile } from '../../../design/saveFile.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { CurveTemplates } from '../../../nodes/CurveTemplates.tsx';
import { Mirror } from '../../../nodes/Mirror.tsx';
import { Fairing } from '../../../nodes/fairing/Fairing.tsx';
import { NodesPanel } from '../../../nodes/NodesPanel.tsx';
import { useChosen } from '../../../nodes/chosen.ts';
import { useDrawnLine } from '../../../nodes/drawn.ts';
import { CountField } from '../../../shared/CountField.tsx';
import { Later } from '../../../shared/Later.tsx';
import { FigureTable } from '../../../shared/FigureTable.tsx';
import { LengthField } from '../../../shared/LengthField.tsx';
import { NumberField } from '../../../shared/NumberField.tsx';
import { Choice, Reading, Section } from '../../../shared/Section.tsx';
import { ShowSwitch } from '../../../shared/ShowSwitch.tsx';
import { useChosenTuner } from '../chosen.ts';
import { WORDS } from '../words.ts';
import { ChosenTuner } from './ChosenTuner.tsx';
import { Trees } from './Trees.tsx';
import { TunerMeasures } from './TunerMeasures.tsx';
import { TunerRows } from './TunerRows.tsx';

const STARTS: Readonly<Record<HeadstockStart, string>> = {
  'in-line': WORDS.inLine,
  reversed: WORDS.reversed,
  'both-sides': WORDS.bothSides,
  headless: WORDS.headless,
};

/** Plain shapes to begin from; each lays its tuners too, and is one step to undo. */
function Begin() {
  const edit = useDesignStore((s) => s.edit);
  const { strings } = useDesign();
  const half = Math.ceil(strings.count / 2);
  const [typed, setTyped] = useState<number | null>(null);
  const onBass = Math.min(strings.count - 1, typed ?? half);
  const begin = (kind: HeadstockStart): void => {
    edit(`headstock started: ${STARTS[kind].toLowerCase()}`, (d) =>
      startHeadstock(d, derive(d).stringPlan, kind, onBass),
    );
    useChosen.getState().choose(null);
    useChosenTuner.getState().choose(null);
  };
  return (
    <Section title={WORDS.beginFromAShape}>
      <HStack flexWrap="wrap">
        {HEADSTOCK_STARTS.map((kind) => (
          <Button key={kind} size="2xs" variant="outline" onClick={() => begin(kind)}>
            {STARTS[kind]}
          </Button>
        ))}
      </HStack>
      {strings.count > 2 && (
        <CountField
          label={WORDS.onTheBassSide}
          value={onBass}
          limit={{ label: 'tuners on the bass side', min: 1, max: strings.count - 1, from: 'of both sides' }}
          onCommit={(n) => {
            setTyped(n);
            return [];
          }}
        />
      )}
      <Text fontSize="12px" color="faded">
        A plain outline with a tuner for each string, placed so that the strings run straight on. It replaces
        the present outline and tuners; Undo brings them back.
      </Text>
    </Section>
  );
}

function Side() {
  const { headstock } = useDesign();
  const { neckPlan } = useDerived();
  const edit = useDesignStore((s) => s.edit);
  const lengths = useLengths();
  const { units } = useDesign();
  const drop = figureAndUnit(neckPlan.faceDrop, units, 2);
  return (
    <Section title={WORDS.headstock}>
      <NumberField
        value={headstock.tilt}
        unit="°"
        {...LIMITS['headstock.tilt']}
        label={WORDS.tilt}
        onCommit={(tilt) => edit(`headstock tilted by ${tilt}°`, (d) => edits.editHeadstock(d, { tilt }))}
      />
      <LengthField
        label={WORDS.faceUnder}
        value={headstock.below}
        {...lengths('headstock.below', (d, below) => edits.editHeadstock(d, { below }))}
      />
      <LengthField
        label={WORDS.headThickness}
        value={headstock.thickness}
        {...lengths('headstock.thickness', (d, thickness) => edits.editHeadstock(d, { thickness }))}
      />
      <LengthField
        label={WORDS.blend}
        value={headstock.blend}
        {...lengths('headstock.blend', (d, blend) => edits.editHeadstock(d, { blend }))}
      />
      {(['height', 'length'] as const).map((key) => (
        <LengthField
          key={key}
          label={key === 'height' ? WORDS.voluteHeight : WORDS.voluteLength}
          value={headstock.volute[key]}
          {...lengths(
            `headstock.volute.${key}`,
            (d, mm) => edits.editHeadstock(d, { volute: { ...d.headstock.volute, [key]: mm } }),
            `volute.${key}`,
          )}
        />
      ))}
      <Choice
        label={WORDS.built}
        value={headstock.built}
        options={[
          ['one-piece', 'One piece'],
          ['scarf', 'Scarf joint'],
        ]}
        onChange={(built) =>
          edit(built === 'scarf' ? 'headstock with a scarf joint' : 'headstock of one piece', (d) =>
            edits.editHeadstock(d, { built }),
          )
        }
      />
      <Reading label="Face under the glue plane at the nut" value={drop.figure} unit={drop.unit} />
    </Section>
  );
}

const DEG = 180 / Math.PI;
/** An angle to a tenth of a degree; no minus before nothing. */
const degrees = (rad: number): string => `${(Math.round(rad * DEG * 10) / 10 + 0).toFixed(1)}°`;

/** The limits that hold for a design: its own, or the usual ones. Degrees and mm, as they are typed. */
const limitsOf = ({ findings: { limits } }: Design) => ({
  least: limits.leastBreak ?? LEAST_BREAK * DEG,
  most: limits.mostBreak ?? MOST_BREAK * DEG,
  sideways: limits.mostSideways ?? MOST_SIDEWAYS * DEG,
  toPost: limits.stringToPost ?? LEAST_CLEARANCE,
  toEdge: limits.tunerToEdge ?? LEAST_TO_EDGE,
});

/** What of a tuner lies outside the limits. */
const faultOf = (
  { path, breakAngle, holeToEdge, nearest }: TunerPlan,
  limits: ReturnType<typeof limitsOf>,
) => ({
  break: breakAngle !== null && (breakAngle * DEG < limits.least || breakAngle * DEG > limits.most),
  side: path !== null && Math.abs(path.sideways) * DEG > limits.sideways,
  clear: (path?.clearance ?? Infinity) < limits.toPost,
  edge: holeToEdge < limits.toEdge || (nearest !== null && nearest.apart <= 0),
});

/** Each string’s way to its tuner; a row chooses it. */
function TunerTable() {
  const design = useDesign();
  const { units } = design;
  const limits = limitsOf(design);
  const { headstock } = useDerived().neckPlan;
  const chosen = useChosenTuner((s) => s.id);
  if (headstock.tuners.length === 0) return null;
  const mm = (v: number | null | undefined): string =>
    v === null || v === undefined ? '–' : figureAndUnit(v, units, 1).figure;
  const heads = ['string', 'break', 'sideways', 'to a post', 'to the edge'];
  return (
    <Section
      title={WORDS.tuners}
      aside={
        <Button size="2xs" variant="outline" onClick={() => void saveFile('tuners')}>
          {WORDS.csv}
        </Button>
      }
    >
      <FigureTable heads={heads}>
        {headstock.tuners.map((plan) => {
          const { tuner, number, path, breakAngle, holeToEdge } = plan;
          const wrong = faultOf(plan, limits);
          const of = (bad: boolean): string | undefined => (bad ? 'is-wrong' : undefined);
          return (
            <tr key={tuner.id}>
              <td>
                <Box
                  as="button"
                  cursor="pointer"
                  textDecoration="underline"
                  fontWeight={chosen === tuner.id ? '650' : '400'}
                  aria-label={`Select the tuner of string ${number}`}
                  onClick={() => {
                    useChosen.getState().choose(null);
                    useChosenTuner.getState().choose(tuner.id);
                  }}
                >
                  {number}
                </Box>
              </td>
              <td className={of(wrong.break)}>
                {breakAngle === null ? '–' : `${degrees(breakAngle)}${plan.tree ? '*' : ''}`}
              </td>
              <td className={of(wrong.side)}>{path ? degrees(path.sideways) : '–'}</td>
              <td className={of(wrong.clear)}>{mm(path?.clearance)}</td>
              <td className={of(wrong.edge)}>{mm(holeToEdge)}</td>
            </tr>
          );
        })}
      </FigureTable>
      <Text fontSize="11.5px" color="faded">
        Break: down at the nut, {limits.least.toFixed(0)}° to {limits.most.toFixed(0)}° is acceptable
        {headstock.tuners.some((t) => t.tree) ? '; * held down by a string tree' : ''}. Sideways: against the
        string’s own line, + to the bass side. Lengths in {units === 'mm' ? 'mm' : 'inches'}.
      </Text>
    </Section>
  );
}

/** The headstock: begun from a shape, drawn by its nodes, its tuners placed. */
export function HeadstockParticulars() {
  const line = useDrawnLine((s) => s.line);
  const chosen = useChosenTuner((s) => s.id);
  const { headstock } = useDesign();
  const tuner = headstock.tuners.find((t) => t.id === chosen);
  if (line !== 'headstock') return null;
  return (
    <>
      {tuner ? <ChosenTuner tuner={tuner} /> : <NodesPanel />}
      <TunerTable />
      <Begin />
      <Side />
      <Later>
        <TunerRows />
        {headstock.tuners.length > 0 && <TunerMeasures />}
        <Trees />
        <Mirror />
        <Fairing />
        <CurveTemplates />
        <Section title={WORDS.shownOnTheBoard}>
          <ShowSwitch what="headstockComb" words={WORDS.curvatureComb} />
        </Section>
      </Later>
    </>
  );
}
