import type { Design, Run } from '@pelkin/core';
import { drillNeed, edits, lengthWithUnit, runCover, runEnds, wayIn } from '@pelkin/core';
import { Box, Button, Text } from '@chakra-ui/react';
import { useCallback } from 'react';
import { SideLength } from '../../../design/SideLength.tsx';
import { useDerived, usePicked } from '../../../design/derived.ts';
import { useLengths } from '../../../design/lengths.ts';
import { useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { ListRow } from '../../../shared/ListRow.tsx';
import { Reading, Section } from '../../../shared/Section.tsx';
import { useChosenInLayout } from '../chosen.ts';
import { Reached } from './Reached.tsx';
import { WORDS } from '../words.ts';

const DEG = 180 / Math.PI;
const runOf = (d: Design, id: string): Run | undefined => d.runs.find((r) => r.id === id);

/** One end of a run: place and height in the wood. `joins`: what it comes into, null in the wood. */
function End({ id, end, joins }: { id: string; end: 'from' | 'to'; joins: string | null }) {
  const lengths = useLengths();
  const z = usePicked((d) => runOf(d, id)?.[end].z ?? 0);
  const put = useCallback(
    (d: Design, part: Partial<Run['from']>) => {
      const now = runOf(d, id);
      return now ? edits.changeRun(d, id, { [end]: { ...now[end], ...part } }) : d;
    },
    [id, end],
  );
  const pickX = useCallback((d: Design) => runOf(d, id)?.[end].x ?? 0, [id, end]);
  const pickY = useCallback((d: Design) => runOf(d, id)?.[end].y ?? 0, [id, end]);
  const putX = useCallback((d: Design, x: number) => put(d, { x }), [put]);
  const putY = useCallback((d: Design, y: number) => put(d, { y }), [put]);
  const name = end === 'from' ? 'Begins' : 'Ends';
  return (
    <>
      <Text fontSize="12.5px" pt="1">
        {joins === null ? `▲ ${name} in the wood` : `${name} in ${joins}`}
      </Text>
      <SideLength
        label={`${name} from bridge`}
        path={`runs.${id}.${end}.x`}
        axis="x"
        pick={pickX}
        put={putX}
      />
      <SideLength
        label={`${name} from centre line`}
        path={`runs.${id}.${end}.y`}
        axis="y"
        pick={pickY}
        put={putY}
      />
      <LengthField
        label={`${name} below the face`}
        value={-z}
        {...lengths(`runs.${id}.${end}.z`, (d, mm) => put(d, { z: -mm }), 'opening.depth', 'depth')}
      />
    </>
  );
}

/** A drilled run: its ends, what the bit needs, the wood round it, the way in. */
function ChosenRun({ id }: { id: string }) {
  const run = usePicked((d) => runOf(d, id));
  const openings = usePicked((d) => d.openings);
  const units = usePicked((d) => d.units);
  const { layout } = useDerived();
  const lengths = useLengths();
  const edit = useDesignStore((s) => s.edit);
  if (!run) return null;
  const need = drillNeed(run);
  const cover = runCover(run, layout);
  const way = wayIn(run, layout);
  const ends = runEnds(run, layout, (opening) => openings.find((o) => o.id === opening)?.name);
  return (
    <Section
      title={run.name}
      aside={
        <Button
          size="2xs"
          variant="outline"
          onClick={() => {
            edit(`removed ${run.name}`, (d) => edits.removeRun(d, id));
            useChosenInLayout.getState().chooseRun(null);
          }}
        >
          {WORDS.remove}
        </Button>
      }
    >
      <LengthField
        label={WORDS.bit}
        value={run.diameter}
        {...lengths(
          `runs.${id}.diameter`,
          (d, mm) => edits.changeRun(d, id, { diameter: mm }),
          'run.diameter',
        )}
      />
      <End id={id} end="from" joins={ends.from} />
      <End id={id} end="to" joins={ends.to} />
      <Reading label={WORDS.lengthOfTheHole} value={lengthWithUnit(need.length, units)} />
      <Reading label={WORDS.downFromTheFaceBy} value={`${(need.slope * DEG).toFixed(1)}°`} />
      <Reading label={WORDS.fromTheCentreLineBy} value={`${(need.bearing * DEG).toFixed(1)}°`} />
      <Text fontSize="12.5px" color={cover.least !== null && cover.least < 3 ? 'madder' : 'ink'}>
        {cover.least === null
          ? 'It is in openings all the way.'
          : cover.least < 0
            ? `■ It breaks out by ${lengthWithUnit(-cover.least, units)} at ${cover.near}.`
            : `${cover.least < 3 ? '■ ' : ''}At least ${lengthWithUnit(cover.least, units)} of wood round it, nearest to ${cover.near}.`}
      </Text>
      <Text fontSize="12.5px" color={way.clear ? 'ink' : 'madder'}>
        {way.clear
          ? `A straight bit comes in from where it ${way.end === 'from' ? 'begins' : 'ends'}${
              way.past.length
                ? `, through ${way.past.join(', ')}: drill it before ${way.past.includes('neck') ? 'the neck is on' : 'they are filled'}.`
                : '.'
            }`
          : '■ Wood stands in the way of a straight bit from either end.'}
      </Text>
      <Text fontSize="12px" color="faded">
        A long bit wanders with the grain and can come out: drill slowly, clear it often, keep hands off the
        far side.
      </Text>
    </Section>
  );
}

/** Wires: drilled runs, and whether every part gets to the controls. */
export function Wires() {
  const runs = usePicked((d) => d.runs);
  const thickness = usePicked((d) => d.body.thickness);
  const chosen = useChosenInLayout((s) => s.run);
  const edit = useDesignStore((s) => s.edit);
  return (
    <>
      {runs.some((r) => r.id === chosen) && <ChosenRun id={chosen!} key={chosen} />}
      <Reached />
      <Section
        title={`Drilled runs: ${runs.length}`}
        aside={
          <Button
            size="2xs"
            variant="outline"
            onClick={() => {
              let id = '';
              edit('drilled a run', (d) => {
                const z = -Math.round(thickness / 2);
                const added = edits.addRun(d, {
                  name: `Run ${d.runs.length + 1}`,
                  from: { x: 60, y: -20, z },
                  to: { x: -20, y: -60, z },
                  diameter: 8,
                });
                id = added.id;
                return added.design;
              });
              useChosenInLayout.getState().chooseRun(id);
            }}
          >
            {WORDS.addARun}
          </Button>
        }
      >
        {runs.length === 0 && (
          <Text fontSize="12px" color="faded">
            A long hole between two openings. Its ends are pulled on the board and set to height here.
          </Text>
        )}
        <Box role="list" aria-label={WORDS.drilledRuns} minW="0">
          {runs.map((r) => (
            <ListRow
              key={r.id}
              id={r.id}
              name={r.name}
              chosen={r.id === chosen}
              onChoose={useChosenInLayout.getState().chooseRun}
            />
          ))}
        </Box>
      </Section>
    </>
  );
}
