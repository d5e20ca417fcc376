import type { Design, OwnLine } from '@pelkin/core';
import { edits, lengthWithUnit } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { useCallback } from 'react';
import { SideLength } from '../../../design/SideLength.tsx';
import { useDerived, usePicked } from '../../../design/derived.ts';
import { useLengths } from '../../../design/lengths.ts';
import { useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { ListRow } from '../../../shared/ListRow.tsx';
import { Choice, Section } from '../../../shared/Section.tsx';
import { TextField } from '../../../shared/TextField.tsx';
import { useChosenInLayout } from '../chosen.ts';
import { WORDS } from '../words.ts';

type Way = OwnLine['way'];

const lineOf = (d: Design, id: string): OwnLine | undefined => d.lines.find((l) => l.id === id);

/** A place of a two-point line moved, the other kept. */
const endPut = (d: Design, id: string, end: 'from' | 'to', part: { x?: number; y?: number }): Design => {
  const way = lineOf(d, id)?.way;
  return way?.by === 'points'
    ? edits.changeLine(d, id, { way: { ...way, [end]: { ...way[end], ...part } } })
    : d;
};

function End({ id, end }: { id: string; end: 'from' | 'to' }) {
  const at = useCallback(
    (d: Design) => {
      const way = lineOf(d, id)?.way;
      return way?.by === 'points' ? way[end] : { x: 0, y: 0 };
    },
    [id, end],
  );
  const pickX = useCallback((d: Design) => at(d).x, [at]);
  const pickY = useCallback((d: Design) => at(d).y, [at]);
  const putX = useCallback((d: Design, x: number) => endPut(d, id, end, { x }), [id, end]);
  const putY = useCallback((d: Design, y: number) => endPut(d, id, end, { y }), [id, end]);
  const name = end === 'from' ? 'Begins' : 'Ends';
  return (
    <>
      <SideLength
        label={`${name} from bridge`}
        path={`lines.${id}.${end}.x`}
        axis="x"
        pick={pickX}
        put={putX}
      />
      <SideLength
        label={`${name} from centre line`}
        path={`lines.${id}.${end}.y`}
        axis="y"
        pick={pickY}
        put={putY}
      />
    </>
  );
}

/** How a line lies, in a row of the list. */
function wayWords(way: Way, units: Design['units']): string {
  if (way.by === 'points')
    return `${lengthWithUnit(Math.hypot(way.to.x - way.from.x, way.to.y - way.from.y), units)} between two points`;
  if (way.by === 'drawn') return way.closed ? 'closed, as it was drawn' : 'as it was drawn';
  if (way.by === 'centre')
    return way.off === 0
      ? 'on the centre line'
      : `${lengthWithUnit(Math.abs(way.off), units)} to the ${way.off > 0 ? 'bass' : 'treble'} side of the centre line`;
  return way.off === 0
    ? 'along the edge'
    : `${lengthWithUnit(Math.abs(way.off), units)} ${way.off > 0 ? 'inside' : 'outside'} the edge`;
}

/** The line that is worked on: its name and kind, and where it lies. */
function ChosenLine({ id }: { id: string }) {
  const line = usePicked((d) => lineOf(d, id));
  const lengths = useLengths();
  const edit = useDesignStore((s) => s.edit);
  if (!line) return null;
  const { way } = line;
  return (
    <Section
      title={line.name}
      aside={
        <Button
          size="2xs"
          variant="outline"
          onClick={() => {
            edit(`removed ${line.name}`, (d) => edits.removeLine(d, id));
            useChosenInLayout.getState().chooseLine(null);
          }}
        >
          {WORDS.remove}
        </Button>
      }
    >
      <TextField
        label={WORDS.name}
        value={line.name}
        hint="as it stands in the list"
        onCommit={(text) =>
          edit('named a line', (d) =>
            edits.changeLine(d, id, { name: text.trim().slice(0, 80) || line.name }),
          )
        }
      />
      <Choice
        label={WORDS.kind}
        value={line.kind}
        options={[
          ['guide', 'Guide'],
          ['seam', 'Seam'],
        ]}
        onChange={(kind) => edit(`made ${line.name} a ${kind}`, (d) => edits.changeLine(d, id, { kind }))}
      />
      {way.by === 'points' ? (
        <>
          <End id={id} end="from" />
          <End id={id} end="to" />
        </>
      ) : way.by === 'centre' ? (
        <LengthField
          label={WORDS.towardTheBassSide}
          value={way.off}
          {...lengths(
            `lines.${id}.off`,
            (d, off) => edits.changeLine(d, id, { way: { by: 'centre', off } }),
            'line.fromCentre',
          )}
        />
      ) : way.by === 'drawn' ? null : (
        <LengthField
          label={WORDS.insideTheEdgeBy}
          value={way.off}
          {...lengths(
            `lines.${id}.off`,
            (d, off) => edits.changeLine(d, id, { way: { by: 'edge', off } }),
            'line.fromEdge',
          )}
        />
      )}
    </Section>
  );
}

/** Guide and seam lines: between two points, beside the centre line, or along the edge. */
export function Lines() {
  const lines = usePicked((d) => d.lines);
  const units = usePicked((d) => d.units);
  const { measures } = useDerived();
  const chosen = useChosenInLayout((s) => s.line);
  const edit = useDesignStore((s) => s.edit);
  const add = (kind: OwnLine['kind'], way: Way): void => {
    let id = '';
    edit(`added a ${kind} line`, (d) => {
      const added = edits.addLine(d, { name: edits.freeLineName(d, kind), kind, way });
      id = added.id;
      return added.design;
    });
    if (id) useChosenInLayout.getState().chooseLine(id);
  };
  const { minX, maxX, maxY } = measures.box;
  const middle = Math.round((minX + maxX) / 2);
  return (
    <>
      {lines.some((l) => l.id === chosen) && <ChosenLine id={chosen!} key={chosen} />}
      <Section title={`Guide and seam lines: ${lines.length}`}>
        <HStack flexWrap="wrap" gap="2">
          <Button
            size="2xs"
            variant="outline"
            onClick={() =>
              add('guide', {
                by: 'points',
                from: { x: middle, y: Math.round(maxY / 2) },
                to: { x: middle, y: -Math.round(maxY / 2) },
              })
            }
          >
            {WORDS.betweenTwoPoints}
          </Button>
          <Button size="2xs" variant="outline" onClick={() => add('seam', { by: 'centre', off: 0 })}>
            {WORDS.besideTheCentreLine}
          </Button>
          <Button size="2xs" variant="outline" onClick={() => add('guide', { by: 'edge', off: 10 })}>
            {WORDS.alongTheEdge}
          </Button>
        </HStack>
        <Box role="list" aria-label={WORDS.lines} minW="0">
          {lines.map((l) => (
            <ListRow
              key={l.id}
              id={l.id}
              name={l.name}
              note={wayWords(l.way, units)}
              chosen={l.id === chosen}
              onChoose={useChosenInLayout.getState().chooseLine}
            />
          ))}
        </Box>
        <Text fontSize="12px" color="faded">
          Guides and seams go on paper and into files on layers of their own. The ends of a line between two
          points are pulled on the board; “Measure” on the board keeps what it measured as a line.
        </Text>
      </Section>
    </>
  );
}
