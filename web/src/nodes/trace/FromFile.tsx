import type { Axis, AxisBy } from '@pelkin/core';
import { crossesItself, lengthWithUnit, outlineOf, planLayers } from '@pelkin/core';
import { TRACED_KINDS } from '@pelkin/core/outline/tracing';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { useDrawnLine, usePicked } from '../drawn.ts';
import { FileButton } from '../../shared/FileButton.tsx';
import { LengthField } from '../../shared/LengthField.tsx';
import { Pick } from '../../shared/Pick.tsx';
import { Choice, Section } from '../../shared/Section.tsx';
import type { BroughtLine } from '../../workers/drawingReader.ts';
import { Working } from './Working.tsx';
import { useBringIn, usesNow } from './importDrawing.ts';
import { PlanLayers, sizeWords } from './PlanLayers.tsx';
import { WORDS } from '../words.ts';

const GAP = { label: WORDS.gap, min: 0, max: 10, from: 'end to end of two lines' };
const WITHIN = {
  label: WORDS.tolerance,
  min: 0.02,
  max: 3,
  from: 'the furthest that the outline may be off',
};
const SHIFT = { label: WORDS.shift, min: -3000, max: 3000, from: 'where the file has it' };
const QUARTER = Math.PI / 2;

/** The unit of the file: as it says, or requested with the size in each. */
function UnitOf({ body }: { body: BroughtLine }) {
  const { about, mm } = useBringIn();
  const units = usePicked((d) => d.units);
  const line = useDrawnLine((s) => s.line);
  if (!about || mm === null || about.choices.length === 0) return null;
  const choices =
    about.declared && !about.choices.some((c) => c.mm === about.declared!.mm)
      ? [about.declared, ...about.choices]
      : about.choices;
  const long = Math.max(body.box.maxX - body.box.minX, body.box.maxY - body.box.minY);
  const { many, long: sizes } = TRACED_KINDS[line];
  const isUsual = (v: number): boolean => v >= sizes[0] && v <= sizes[1];
  const better = choices.filter((c) => c.mm !== mm && isUsual((long * c.mm) / mm));
  return (
    <>
      <Pick
        label={about.declared ? 'Unit of the file' : 'Unit: the file does not say'}
        value={String(mm)}
        options={choices.map((c) => [
          String(c.mm),
          `${c.mm === about.declared?.mm ? '● ' : ''}${c.name}: ${sizeWords(body, c.mm / mm, units)}`,
        ])}
        onChange={(value) => void useBringIn.getState().setUnit(Number(value))}
      />
      {!isUsual(long) && (
        <Box fontSize="12.5px" color="ochre" role="alert">
          <Text>
            ▲ The outline would be {lengthWithUnit(long, units, 1)} long; {many} are {sizes[0]} to {sizes[1]}{' '}
            mm.
            {better.length ? ' Did the file mean' : ' Is this the right line?'}
          </Text>
          <HStack wrap="wrap" mt="1">
            {better.map((c) => (
              <Button
                key={c.name}
                size="2xs"
                variant="outline"
                onClick={() => void useBringIn.getState().setUnit(c.mm)}
              >
                {c.name}: {lengthWithUnit((long * c.mm) / mm, units, 0)}
              </Button>
            ))}
          </HStack>
        </Box>
      )}
    </>
  );
}

const BY: Readonly<Record<AxisBy, (axis: Axis) => string>> = {
  name: ({ name }) => `called “${name}”`,
  dashes: () => 'drawn in dashes',
  symmetry: () => 'by the symmetry of the body',
  presses: () => 'as you pressed',
};

/** By what it lies where it lies, and how to lay it otherwise. */
function LaidBy() {
  const axes = useBringIn((s) => s.axes);
  const pressed = useBringIn((s) => s.pressed);
  const { askPresses } = useBringIn.getState();
  const line = useDrawnLine((s) => s.line);
  if (line !== 'body') return null;
  return (
    <>
      <HStack>
        <Text flex="1" fontSize="12.5px" role="status" aria-label={WORDS.laidBy}>
          {axes?.centre
            ? `${axes.bridge ? 'Laid' : '▲ Laid across'} by its centre line, ${BY[axes.centre.by](axes.centre)}${
                !axes.bridge
                  ? '; along it, no bridge line tells'
                  : axes.centre.by === 'presses'
                    ? ''
                    : `, and its bridge line, ${BY[axes.bridge.by](axes.bridge)}`
              }.`
            : '▲ Laid by its size alone: no line of it tells where its centre line and bridge line are.'}
        </Text>
        <Button
          size="2xs"
          variant={pressed ? 'solid' : 'outline'}
          colorPalette={pressed ? 'green' : 'gray'}
          aria-pressed={pressed !== null}
          onClick={() => askPresses(pressed === null)}
        >
          {WORDS.layByTwoPresses}
        </Button>
      </HStack>
      {pressed && (
        <Text fontSize="12px" color="faded">
          {pressed.length === 0
            ? 'On the board, press where its centre line and bridge line cross.'
            : 'Press another place of its centre line, towards the nut.'}
        </Text>
      )}
    </>
  );
}

/** Position on the paper on the instrument. */
function Laying() {
  const placing = useBringIn((s) => s.placing);
  const units = usePicked((d) => d.units);
  const { place } = useBringIn.getState();
  const shift = (axis: 'x' | 'y') => (mm: number) => {
    place({ ...placing, shift: { ...placing.shift, [axis]: mm } });
    return [];
  };
  const turnBy = (turn: number): void => {
    // Turned where it lies, not about the file's own origin.
    const state = useBringIn.getState();
    const uses = usesNow(state);
    const body = state.lines?.lines.find((l) => uses.get(l.index) === 'outline') ?? state.lines?.lines[0];
    const middle = body
      ? { x: (body.box.minX + body.box.maxX) / 2, y: (body.box.minY + body.box.maxY) / 2 }
      : { x: 0, y: 0 };
    const at = (t: number) => ({
      x: Math.cos(t) * middle.x - Math.sin(t) * middle.y * (placing.mirror ? -1 : 1),
      y: Math.sin(t) * middle.x + Math.cos(t) * middle.y * (placing.mirror ? -1 : 1),
    });
    const [before, after] = [at(placing.turn), at(placing.turn + turn)];
    const shifted = {
      x: placing.shift.x + before.x - after.x,
      y: placing.shift.y + before.y - after.y,
    };
    place({ ...placing, turn: placing.turn + turn, shift: shifted });
  };
  return (
    <>
      <LaidBy />
      <HStack>
        <Text flex="1" fontSize="13px">
          Lay it
        </Text>
        <Button size="2xs" variant="outline" onClick={() => turnBy(QUARTER)}>
          {WORDS.quarterTurn}
        </Button>
        <Button
          size="2xs"
          variant="outline"
          aria-pressed={placing.mirror}
          onClick={() => place({ ...placing, mirror: !placing.mirror })}
        >
          {WORDS.mirror}
        </Button>
      </HStack>
      <LengthField
        label={WORDS.movedNutward}
        value={placing.shift.x}
        unit={units}
        limit={SHIFT}
        onCommit={shift('x')}
      />
      <LengthField
        label={WORDS.movedToTheBassSide}
        value={placing.shift.y}
        unit={units}
        limit={SHIFT}
        onCommit={shift('y')}
      />
    </>
  );
}

function Found() {
  const { about, lines, gap, within, plans } = useBringIn();
  const uses = useBringIn(usesNow);
  const units = usePicked((d) => d.units);
  if (!about || !lines) return null;
  const body = lines.lines.find((l) => uses.get(l.index) === 'outline') ?? lines.lines[0];
  if (!body) return null;
  const taking = lines.lines.some((l) => uses.get(l.index) !== 'leave');
  const hasOutline = [...uses.values()].includes('outline');
  const planned = outlineOf(planLayers(lines.lines), plans);
  const crossed = !hasOutline && planned && crossesItself(planned) ? planned : null;
  const isOwn = about.kind === 'json';
  return (
    <>
      <Text fontSize="12.5px">
        {lines.closed} closed and {lines.open} open {lines.closed + lines.open === 1 ? 'line' : 'lines'}
        {lines.doubled ? `, ${lines.doubled} drawn twice and taken once` : ''}.
      </Text>
      {about.cautions.map((p) => (
        <Text key={`${p.what} ${p.why}`} fontSize="12px" color="ochre">
          ▲ {p.count} × {p.what.toLowerCase()}: {p.why}.
        </Text>
      ))}
      {about.passedOver.map((p) => (
        <Text key={`${p.what} ${p.why}`} fontSize="12px" color="faded">
          Skipped: {p.count} × {p.what.toLowerCase()} ({p.why}).
        </Text>
      ))}
      <UnitOf body={body} />
      {!isOwn && (
        <LengthField
          label={WORDS.joinGapsUnder}
          value={gap}
          unit={units}
          limit={GAP}
          places={2}
          onCommit={(mm) => {
            void useBringIn.getState().setGap(mm);
            return [];
          }}
        />
      )}
      <PlanLayers lines={lines.lines} />
      {crossed?.crosses && (
        <Box fontSize="12.5px" color="ochre" role="alert">
          <Text>
            ▲ The largest line crosses itself at {lengthWithUnit(crossed.crosses.at.x, units, 1)},{' '}
            {lengthWithUnit(crossed.crosses.at.y, units, 1)} of the file: no body’s edge does. It is left out
            unless you say otherwise.
          </Text>
          <Button
            size="2xs"
            variant="outline"
            onClick={() => useBringIn.getState().use(crossed.index, 'outline')}
          >
            {WORDS.useAsTheOutline}
          </Button>
        </Box>
      )}
      {lines.unlisted > 0 && (
        <Text fontSize="12px" color="faded">
          And {lines.unlisted} short open lines, left out.
        </Text>
      )}
      {!isOwn && (
        <>
          <Laying />
          <Choice
            label={WORDS.nodes}
            value={within === null ? 'drawn' : 'fewest'}
            options={[
              ['drawn', 'As drawn'],
              ['fewest', WORDS.fewestFair],
            ]}
            onChange={(how) => useBringIn.getState().setWithin(how === 'drawn' ? null : 0.1)}
          />
          {within !== null && (
            <LengthField
              label={WORDS.outlineWithin}
              value={within}
              unit={units}
              limit={WITHIN}
              places={2}
              onCommit={(mm) => {
                useBringIn.getState().setWithin(mm);
                return [];
              }}
            />
          )}
        </>
      )}
      <HStack justify="end">
        <Button size="2xs" variant="outline" onClick={() => useBringIn.getState().leave()}>
          {WORDS.cancel}
        </Button>
        <Button
          size="2xs"
          colorPalette="green"
          disabled={!taking}
          onClick={() => void useBringIn.getState().take()}
        >
          {WORDS.import}
        </Button>
      </HStack>
    </>
  );
}

/** The page of a PDF of several. */
function PageOf() {
  const pages = useBringIn((s) => s.pages);
  if (!pages || pages.count < 2) return null;
  return (
    <Pick
      label={WORDS.page}
      value={String(pages.page)}
      options={Array.from(
        { length: pages.count },
        (_, i) => [String(i + 1), `${i + 1} of ${pages.count}`] as const,
      )}
      onChange={(page) => void useBringIn.getState().choose(pages.file, Number(page))}
    />
  );
}

/** An outline from a drawing: chosen, looked at, laid, taken. */
export function FromFile() {
  const { file, share, problem, done, about, lines } = useBringIn();
  return (
    <Section
      title={WORDS.fromADrawing}
      aside={
        <FileButton
          words="Choose a file"
          label={WORDS.drawingFile}
          accept=".svg,.svgz,.dxf,.pdf,.json"
          onFile={(chosen) => void useBringIn.getState().choose(chosen)}
        />
      }
    >
      {file ? (
        <Text fontSize="12.5px" truncate title={file}>
          {file}
        </Text>
      ) : (
        !done && (
          <Text fontSize="12px" color="faded">
            SVG, DXF, a PDF of lines or a Pelkin design. Its lines are shown on the board before anything is
            changed.
          </Text>
        )
      )}
      {done && (
        <Text fontSize="12.5px" color="kelp" role="status">
          ● {done}
        </Text>
      )}
      {problem && (
        <Text fontSize="12.5px" color="madder" role="alert">
          {problem}
        </Text>
      )}
      {share !== null && (
        <Working
          label={lines ? 'Fitting the outline' : about ? 'Joining the lines' : 'Reading the drawing'}
          share={share}
          onStop={() => useBringIn.getState().stop()}
        />
      )}
      {share === null && <PageOf />}
      {share === null && <Found />}
    </Section>
  );
}
