import type { Underlay } from '@pelkin/core';
import { edits, lengthWithUnit } from '@pelkin/core';
import { Box, Button, HStack, Slider, Text } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { useEffect, useRef, useState } from 'react';
import { nudgeGesture } from '../../design/lengths.ts';
import { useDerived, usePicked } from '../../design/derived.ts';
import { useDesignStore } from '../../design/store.ts';
import { LengthField } from '../../shared/LengthField.tsx';
import { NumberField } from '../../shared/NumberField.tsx';
import { Pick } from '../../shared/Pick.tsx';
import { Section } from '../../shared/Section.tsx';
import { Working } from './FromFile.tsx';
import type { KnownKind } from './knownMarks.ts';
import { SHEETS, artworkMarks, boardMarks, rectangleMarks } from './knownMarks.ts';
import { layUnder, lookForEdge, makeUpright, stopWork, takeEdge } from './layUnder.ts';
import type { Task } from './tracing.ts';
import { applyMeasures, changeUnderlay, layOnJoint, straighten, useTracing } from './tracing.ts';

const LENGTH = { label: 'true distance', min: 5, max: 3000, from: 'mark A to mark B' };
const SIDE = { label: 'side', min: 20, max: 2000, from: 'corner to corner' };
const PLACE = { label: 'place', min: -5000, max: 5000, from: 'the bridge line and the centre line' };
const BRUSH = { label: 'brush', min: 1, max: 80, from: 'its middle to its rim' };
const WITHIN = { label: 'tolerance', min: 0.05, max: 3, from: 'the furthest that the outline may be off' };

const hint = (words: ReactNode) => (
  <Text fontSize="12px" color="faded">
    {words}
  </Text>
);

/** A button that begins a task of marks on the board, and ends it. */
function TaskButton({ task, children }: { task: Task; children: ReactNode }) {
  const on = useTracing((s) => s.task === task);
  return (
    <Button
      size="2xs"
      variant={on ? 'solid' : 'outline'}
      colorPalette={on ? 'green' : 'gray'}
      aria-pressed={on}
      onClick={() => useTracing.getState().begin(on ? null : task)}
    >
      {children}
    </Button>
  );
}

const SCALED: Readonly<Record<Underlay['scaled'], string>> = {
  not: 'size is a guess',
  measures: 'to scale by measures',
  corners: 'to scale by four corners',
  instrument: 'laid on the instrument',
  file: 'the file’s own size',
};

/** Whether the server does not give a picture: asked apart, since a picture in a drawing fails in silence. */
function useMissing(picture: string): boolean {
  const [missing, setMissing] = useState(false);
  useEffect(() => {
    const probe = new Image();
    probe.onload = () => setMissing(false);
    probe.onerror = () => setMissing(true);
    probe.src = `/api/pictures/${picture}`;
    return () => {
      probe.onload = null;
      probe.onerror = null;
    };
  }, [picture]);
  return missing;
}

/** One picture: shown or hidden, locked, taken away; pressed, worked on. */
function PictureRow({ u }: { u: Underlay }) {
  const units = usePicked((d) => d.units);
  const chosen = useTracing((s) => s.id === u.id);
  const missing = useMissing(u.picture);
  const edit = useDesignStore((s) => s.edit);
  const change = (name: string, part: Partial<Underlay>): void =>
    void edit(name, (d) => edits.changeUnderlay(d, u.id, part));
  return (
    <Box
      borderTopWidth="1px"
      borderColor="rule"
      py="1.5"
      role="listitem"
      borderLeftWidth="3px"
      borderLeftColor={chosen ? 'kelp' : 'transparent'}
      pl="2"
    >
      <HStack gap="1">
        <Box
          as="button"
          flex="1"
          minW="0"
          textAlign="left"
          cursor="pointer"
          aria-pressed={chosen}
          onClick={() => useTracing.getState().choose(chosen ? null : u.id)}
        >
          <Text fontSize="13px" truncate title={u.name}>
            {u.name}
          </Text>
          {missing && (
            <Text fontSize="12px" color="madder">
              The picture is not on this server, or it cannot be reached: lay it under again.
            </Text>
          )}
          <Text fontSize="12px" color={u.scaled === 'not' ? 'ochre' : 'faded'}>
            {u.scaled === 'not' ? '▲ ' : ''}
            {SCALED[u.scaled]}
            {u.goodTo !== null ? `, good to ±${lengthWithUnit(u.goodTo, units, 1)}` : ''}
          </Text>
        </Box>
        <Button
          size="2xs"
          variant="ghost"
          aria-pressed={u.hidden}
          onClick={() => change(u.hidden ? 'showed a picture' : 'hid a picture', { hidden: !u.hidden })}
        >
          {u.hidden ? 'Show' : 'Hide'}
        </Button>
        <Button
          size="2xs"
          variant="ghost"
          aria-pressed={u.locked}
          onClick={() => change(u.locked ? 'freed a picture' : 'locked a picture', { locked: !u.locked })}
        >
          {u.locked ? 'Free' : 'Lock'}
        </Button>
        <Button
          size="2xs"
          variant="ghost"
          onClick={() => {
            if (chosen) useTracing.getState().choose(null);
            edit(`took ${u.name} away`, (d) => edits.removeUnderlay(d, u.id));
          }}
        >
          Remove
        </Button>
      </HStack>
    </Box>
  );
}

/** Place, turn, size and strength by numbers, and by hand. */
function Lie({ u }: { u: Underlay }) {
  const units = usePicked((d) => d.units);
  const put =
    (name: string, path: string) =>
    (part: Partial<Underlay>, how?: string): readonly { where: string; message: string }[] => {
      const wrong = changeUnderlay(
        name,
        () => part,
        how === 'nudged' ? nudgeGesture(`${u.id} ${path}`) : undefined,
      );
      return wrong ? [{ where: path, message: wrong.replace(/\.$/, '') }] : [];
    };
  return (
    <Section
      title="How it lies"
      aside={u.locked ? undefined : <TaskButton task="move">Slide by hand</TaskButton>}
    >
      {u.locked ? (
        hint('It is locked: free it to move it.')
      ) : (
        <>
          <LengthField
            label="Middle, from the bridge line"
            value={u.at.x}
            unit={units}
            limit={PLACE}
            onCommit={(x, _, how) => put('moved the picture', 'x')({ at: { ...u.at, x } }, how)}
          />
          <LengthField
            label="Middle, from the centre line"
            value={u.at.y}
            unit={units}
            limit={PLACE}
            onCommit={(y, _, how) => put('moved the picture', 'y')({ at: { ...u.at, y } }, how)}
          />
          <NumberField
            label="Turned by"
            value={u.turn}
            unit="°"
            min={-180}
            max={180}
            from="as the file has it"
            places={2}
            onCommit={(turn) => put('turned the picture', 'turn')({ turn })}
          />
          <NumberField
            label="Millimetres of a pixel"
            value={u.scale}
            unit="mm"
            min={0.0005}
            max={50}
            from="edge to edge of one"
            places={4}
            onCommit={(scale) =>
              put('scaled the picture', 'scale')({ scale, scaled: 'measures', goodTo: null })
            }
          />
        </>
      )}
      <HStack gap="3">
        <Text fontSize="13px" flex="1">
          Strength
        </Text>
        <Slider.Root
          size="sm"
          w="172px"
          colorPalette="green"
          aria-label={['Strength of the picture']}
          min={5}
          max={100}
          value={[Math.round(u.opacity * 100)]}
          onValueChange={({ value }) =>
            void put('changed a picture’s strength', 'opacity')({ opacity: value[0]! / 100 }, 'nudged')
          }
        >
          <Slider.Control>
            <Slider.Track>
              <Slider.Range />
            </Slider.Track>
            <Slider.Thumbs />
          </Slider.Control>
        </Slider.Root>
      </HStack>
    </Section>
  );
}

function Scale() {
  const { task, marks, measures } = useTracing();
  const units = usePicked((d) => d.units);
  const { layout } = useDerived();
  const [length, setLength] = useState(300);
  const tell = (problem: string | null, told: string): void =>
    useTracing.getState().set(problem ? { problem } : { problem: null, told });
  return (
    <Section title="Size and place">
      <HStack wrap="wrap" gap="1">
        <TaskButton task="measure">Two points and their distance</TaskButton>
        <TaskButton task="straighten">Straighten</TaskButton>
        <TaskButton task="joint">Bridge and joint</TaskButton>
      </HStack>
      {task === 'measure' && (
        <>
          {hint(
            marks.length < 2
              ? `Press on the board: mark ${'AB'[marks.length]}. Marks can be pulled to their place; zoom in for that.`
              : 'How far is it from A to B in truth?',
          )}
          {marks.length === 2 && (
            <>
              <LengthField
                label="True distance"
                value={length}
                unit={units}
                limit={LENGTH}
                onCommit={(mm) => {
                  setLength(mm);
                  return [];
                }}
              />
              <HStack justify="end">
                <Button size="2xs" variant="outline" onClick={() => useTracing.getState().addMeasure(length)}>
                  Another measure
                </Button>
                <Button
                  size="2xs"
                  colorPalette="green"
                  onClick={() => {
                    useTracing.getState().addMeasure(length);
                    const problem = applyMeasures();
                    if (!problem) useTracing.getState().begin(null);
                    tell(problem, 'The picture is to scale.');
                  }}
                >
                  Set to scale
                </Button>
              </HStack>
            </>
          )}
        </>
      )}
      {measures.map((m, i) => (
        <HStack key={i} fontSize="12.5px">
          <Text flex="1">Measure {i + 1}</Text>
          <Text fontFamily="mono">{lengthWithUnit(m.truth, units)}</Text>
          <Button size="2xs" variant="ghost" onClick={() => useTracing.getState().dropMeasure(i)}>
            Drop
          </Button>
        </HStack>
      ))}
      {task === 'straighten' && (
        <>
          {hint('Mark two places of the centre line: A tailward, B nutward.')}
          <HStack justify="end">
            <Button
              size="2xs"
              colorPalette="green"
              disabled={marks.length < 2}
              onClick={() => {
                const problem = straighten();
                useTracing.getState().begin(null);
                tell(problem, 'The picture lies along the centre line.');
              }}
            >
              Lay it straight
            </Button>
          </HStack>
        </>
      )}
      {task === 'joint' && (
        <>
          {hint(
            `Mark A where the centre line crosses the bridge line, B where it crosses the joint; they come to lie ${lengthWithUnit(layout.jointX, units)} apart, as the strings have it.`,
          )}
          <HStack justify="end">
            <Button
              size="2xs"
              colorPalette="green"
              disabled={marks.length < 2}
              onClick={() => {
                const problem = layOnJoint(layout.jointX);
                useTracing.getState().begin(null);
                tell(problem, 'The picture lies on bridge and joint.');
              }}
            >
              Lay it there
            </Button>
          </HStack>
        </>
      )}
    </Section>
  );
}

const KNOWN: readonly (readonly [KnownKind, string])[] = [
  ...SHEETS.map(([key, words]) => [key, words] as const),
  ['own', 'A rectangle of my own'],
  ['board', 'The fingerboard’s nut and last fret'],
  ['artwork', 'An artwork sheet’s crosses'],
];

/** A photo taken at a slant, brought upright by four marks. */
function Perspective() {
  const { task, marks, straights } = useTracing();
  const { layout, measures } = useDerived();
  const isLeft = usePicked((d) => d.handedness === 'left');
  const units = usePicked((d) => d.units);
  const [kind, setKind] = useState<KnownKind>('a4');
  const [own, setOwn] = useState({ long: 300, short: 200 });
  const sheet = SHEETS.find(([key]) => key === kind);
  const known =
    kind === 'board'
      ? boardMarks(layout)
      : kind === 'artwork'
        ? artworkMarks(measures.box, isLeft)
        : rectangleMarks(
            sheet ? sheet[2] : Math.max(own.long, own.short),
            sheet ? sheet[3] : Math.min(own.long, own.short),
            marks,
          );
  return (
    <Section title="Taken at a slant">
      <HStack wrap="wrap" gap="1">
        <TaskButton task="corners">Four marks of a known thing</TaskButton>
        <TaskButton task="straight-edge">A straight edge</TaskButton>
      </HStack>
      {task === 'corners' && (
        <>
          <Pick label="What is marked" value={kind} options={KNOWN} onChange={setKind} />
          {kind === 'own' && (
            <>
              {(['long', 'short'] as const).map((side) => (
                <LengthField
                  key={side}
                  label={side === 'long' ? 'Its long side' : 'Its short side'}
                  value={own[side]}
                  unit={units}
                  limit={SIDE}
                  onCommit={(mm) => {
                    setOwn({ ...own, [side]: mm });
                    return [];
                  }}
                />
              ))}
            </>
          )}
          {hint(
            marks.length < 4
              ? `Mark ${'ABCD'[marks.length]}: its ${known.names[marks.length]}.`
              : 'Pull each mark exactly to its place: zoom in with the wheel.',
          )}
          {kind !== 'board' &&
            kind !== 'artwork' &&
            hint(
              'The thing must lie on the face that is traced, not beside it on the bench: what is nearer to the camera looks larger.',
            )}
          <HStack justify="end">
            <Button
              size="2xs"
              colorPalette="green"
              disabled={marks.length < 4}
              onClick={() => void makeUpright(known.truths, known.placed)}
            >
              Bring it upright
            </Button>
          </HStack>
        </>
      )}
      {task === 'straight-edge' && (
        <>
          {hint(
            `Mark three places or more along an edge that is straight in truth: ${marks.length} so far. The lens’ bow is then taken out when the photo is brought upright.`,
          )}
          <HStack justify="end">
            <Button
              size="2xs"
              colorPalette="green"
              disabled={marks.length < 3}
              onClick={() => useTracing.getState().keepStraight()}
            >
              Keep the edge
            </Button>
          </HStack>
        </>
      )}
      {straights.length > 0 && (
        <HStack fontSize="12.5px">
          <Text flex="1">
            {straights.length} straight {straights.length === 1 ? 'edge' : 'edges'} for the lens
          </Text>
          <Button size="2xs" variant="ghost" onClick={() => useTracing.getState().clear('straights')}>
            Drop
          </Button>
        </HStack>
      )}
    </Section>
  );
}

/** The body's edge, found in the picture. */
function Edge() {
  const { task, body, bench, bridges, strokes, threshold, tolerance, brush, found } = useTracing();
  const units = usePicked((d) => d.units);
  const { set, clear } = useTracing.getState();
  const steered = body.length + bench.length + bridges.length + strokes.length;
  return (
    <Section
      title="The edge"
      aside={
        <Button size="2xs" colorPalette="green" onClick={() => void lookForEdge()}>
          Find the edge
        </Button>
      }
    >
      <HStack wrap="wrap" gap="1">
        <TaskButton task="body">Body here</TaskButton>
        <TaskButton task="bench">Bench here</TaskButton>
        <TaskButton task="brush-bench">Brush away</TaskButton>
        <TaskButton task="brush-body">Brush on</TaskButton>
        <TaskButton task="bridge">Bridge</TaskButton>
      </HStack>
      {task === 'body' && hint('Press on the body, on each colour it has.')}
      {task === 'bench' && hint('Press on the bench, on shadows too.')}
      {task === 'bridge' &&
        hint(
          'Mark two places of the edge: between them, the shorter way round, it runs straight. For a neck or a strap button that crosses it.',
        )}
      {(task === 'brush-bench' || task === 'brush-body') && (
        <LengthField
          label="Brush"
          value={brush}
          unit={units}
          limit={BRUSH}
          onCommit={(mm) => {
            set({ brush: mm });
            return [];
          }}
        />
      )}
      <NumberField
        label="Taken for body from"
        value={threshold * 100}
        unit="%"
        min={10}
        max={90}
        from="0 is bench, 100 is body"
        places={0}
        onCommit={(share) => {
          set({ threshold: share / 100, found: null });
          return [];
        }}
      />
      <LengthField
        label="Outline within"
        value={tolerance}
        unit={units}
        limit={WITHIN}
        places={2}
        onCommit={(mm) => {
          set({ tolerance: mm, found: null });
          return [];
        }}
      />
      {steered > 0 && (
        <HStack fontSize="12.5px">
          <Text flex="1">
            {[
              body.length && `${body.length} on the body`,
              bench.length && `${bench.length} on the bench`,
              strokes.length && `${strokes.length} brushed`,
              bridges.length && `${bridges.length} bridged`,
            ]
              .filter(Boolean)
              .join(', ')}
          </Text>
          <Button size="2xs" variant="ghost" onClick={() => clear('steering')}>
            Clear
          </Button>
        </HStack>
      )}
      {found && (
        <>
          <Text fontSize="12.5px" role="status">
            {found.nodes
              ? `An edge: ${found.nodes.length} nodes follow it within ${lengthWithUnit(found.off, units, 2)}.`
              : 'An edge, not yet an outline.'}
          </Text>
          {found.nodes && (
            <HStack justify="end">
              <Button size="2xs" variant="outline" onClick={() => set({ found: null })}>
                Leave it
              </Button>
              <Button size="2xs" colorPalette="green" onClick={takeEdge}>
                Take it for the outline
              </Button>
            </HStack>
          )}
        </>
      )}
    </Section>
  );
}

/** Pictures under the drawing, and everything that is done with them. */
export function Pictures() {
  const underlays = usePicked((d) => d.underlays);
  const { id, share, doing, problem, told, pdf } = useTracing();
  const input = useRef<HTMLInputElement>(null);
  const chosen = underlays.find((u) => u.id === id) ?? null;
  return (
    <>
      <Section
        title="From a picture"
        aside={
          <Button size="2xs" variant="outline" onClick={() => input.current?.click()}>
            Lay one under
          </Button>
        }
      >
        <input
          ref={input}
          type="file"
          accept=".jpg,.jpeg,.png,.webp,.pdf"
          hidden
          aria-label="Picture file"
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            event.target.value = '';
            if (file) void layUnder(file);
          }}
        />
        {underlays.length === 0 &&
          hint('A photo, a scan or a page of a plan: JPEG, PNG, WebP or PDF. It is kept with the design.')}
        <Box role="list" aria-label="Pictures">
          {underlays.map((u) => (
            <PictureRow key={u.id} u={u} />
          ))}
        </Box>
        {pdf && (
          <NumberField
            label="Another page of the PDF"
            value={pdf.page}
            unit=""
            min={1}
            max={pdf.pages}
            from="counted from 1"
            whole
            onCommit={(n) => {
              void layUnder(pdf.file, n);
              return [];
            }}
          />
        )}
        {problem && (
          <Text fontSize="12.5px" color="madder" role="alert">
            {problem}
          </Text>
        )}
        {told && (
          <Text fontSize="12.5px" color="kelp" role="status">
            ● {told}
          </Text>
        )}
        {share !== null && <Working label={doing} share={share} onStop={stopWork} />}
      </Section>
      {chosen && !chosen.hidden && (
        <>
          <Scale />
          <Perspective />
          <Edge />
          <Lie u={chosen} />
        </>
      )}
      {chosen?.hidden && hint('It is hidden: show it to work on it.')}
    </>
  );
}
