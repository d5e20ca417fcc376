import type { Design, PartSpec, PlacedPart } from '@pelkin/core';
import {
  edgeSeat,
  edits,
  fannedTurn,
  kindOf,
  moveOnBody,
  partsOfKind,
  slideOnEdge,
  squareOnEdge,
} from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { memo, useCallback, useState } from 'react';
import { wordsOf } from '../../../design/api.ts';
import { SideLength } from '../../../design/SideLength.tsx';
import { derive, useDerived, usePicked } from '../../../design/derived.ts';
import { useLengths } from '../../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { FileButton } from '../../../shared/FileButton.tsx';
import { LengthField } from '../../../shared/LengthField.tsx';
import { NumberField } from '../../../shared/NumberField.tsx';
import { Choice, Section } from '../../../shared/Section.tsx';
import { TextField } from '../../../shared/TextField.tsx';
import { copyParts, removeParts } from '../copyChosen.ts';
import { useChosenInLayout } from '../chosen.ts';
import { Exchange } from './Exchange.tsx';
import { KeepPart } from './KeepPart.tsx';
import { Measured } from './Measured.tsx';
import { MountOver, MountedIn } from './MountedIn.tsx';
import { PartReadings } from './PartReadings.tsx';
import { outlineFromDrawing, writePartFile } from './partFiles.ts';
import { WORDS } from '../words.ts';

const partOf = (d: Design, id: string): PlacedPart | undefined => d.parts.find((p) => p.id === id);

const FACES = { front: 'Front', back: 'Back', edge: 'Edge' } as const;

/** The design with a part put where one number of its place says; in the edge it slides there, square into the wood. */
function placeAlong(d: Design, id: string, axis: 'x' | 'y', to: number): Design {
  const now = partOf(d, id);
  if (!now) return d;
  const { path } = derive(d);
  if (now.face === 'edge') {
    const seat = slideOnEdge(path, now.at, axis, to);
    return seat ? edits.changePart(d, id, seat) : d;
  }
  const by = to - now.at[axis];
  return moveOnBody(d, [id], axis === 'x' ? { x: by, y: 0 } : { x: 0, y: by }, path);
}

/** Place and turn of a part, by numbers that say what they are measured from. */
function Place({ part, name }: { part: PlacedPart; name: string }) {
  const { id } = part;
  const lengths = useLengths();
  const edit = useDesignStore((s) => s.edit);
  const fan = usePicked((d) => d.strings.fan !== null);
  const putX = useCallback(
    (d: Design, x: number) => {
      return placeAlong(d, id, 'x', x);
    },
    [id],
  );
  const putY = useCallback(
    (d: Design, y: number) => {
      return placeAlong(d, id, 'y', y);
    },
    [id],
  );
  const pickX = useCallback((d: Design) => partOf(d, id)?.at.x ?? 0, [id]);
  const pickY = useCallback((d: Design) => partOf(d, id)?.at.y ?? 0, [id]);
  const change = (step: string, part: Partial<PlacedPart>) =>
    edit(step, (d) => edits.changePart(d, id, part));
  const faces = kindOf(part.spec)?.faces ?? ['front', 'back'];
  const fromSquare = usePicked((d, { path }) => {
    const now = partOf(d, id);
    return now?.face === 'edge' ? edgeSeat(path, now).fromSquare : 0;
  });
  return (
    <>
      {faces.length > 1 && (
        <Choice
          label={WORDS.face}
          value={part.face}
          options={faces.map((f) => [f, FACES[f]] as const)}
          onChange={(face) =>
            edit(`put ${name} on the ${face}`, (d) => {
              // In the edge it stands on the edge, square into the wood.
              const seat = face === 'edge' ? squareOnEdge(derive(d).path, part.at) : null;
              return edits.changePart(d, id, { face, ...(seat ?? {}) });
            })
          }
        />
      )}
      <SideLength label={WORDS.fromBridge} path={`parts.${id}.x`} axis="x" pick={pickX} put={putX} />
      <SideLength label={WORDS.fromCentreLine} path={`parts.${id}.y`} axis="y" pick={pickY} put={putY} />
      <NumberField
        label={part.face === 'edge' ? 'Points inward at' : 'Turned by'}
        value={part.turn}
        unit="°"
        min={-360}
        max={360}
        from="the centre line, counter-clockwise"
        places={2}
        onCommit={(turn) => change(`turned ${name}`, { turn })}
      />
      {part.face === 'edge' && (
        <>
          <LengthField
            label={WORDS.belowTheFrontFace}
            value={-part.z}
            {...lengths(
              `parts.${id}.z`,
              (d, mm) => edits.changePart(d, id, { z: -mm }),
              'opening.depth',
              'height in the edge',
            )}
          />
          <NumberField
            label={WORDS.tiltedBy}
            value={part.tilt}
            unit="°"
            min={-80}
            max={80}
            from="level; more points to the front"
            places={1}
            onCommit={(tilt) => change(`tilted ${name}`, { tilt })}
          />
          <NumberField
            label={WORDS.fromSquare}
            value={fromSquare}
            unit="°"
            min={-180}
            max={180}
            from="square to the edge there, counter-clockwise; 0 seats flat"
            places={1}
            onCommit={(by) =>
              change(`turned ${name}`, { turn: Number((part.turn - fromSquare + by).toFixed(2)) })
            }
          />
          <HStack justify="end">
            <Button
              size="2xs"
              variant="outline"
              onClick={() =>
                edit(`set ${name} square on the edge`, (d) => {
                  const now = partOf(d, id);
                  const seat = now && squareOnEdge(derive(d).path, now.at);
                  return seat ? edits.changePart(d, id, seat) : d;
                })
              }
            >
              {WORDS.squareOnTheEdge}
            </Button>
          </HStack>
        </>
      )}
      {fan && part.face !== 'edge' && (
        <HStack justify="end">
          <Button
            size="2xs"
            variant="outline"
            onClick={() =>
              edit(`turned ${name} with the fan`, (d) => {
                const now = partOf(d, id);
                return now
                  ? edits.changePart(d, id, {
                      turn: Number(fannedTurn(derive(d).stringPlan, now.at.x).toFixed(2)),
                    })
                  : d;
              })
            }
          >
            {WORDS.turnWithTheFan}
          </Button>
        </HStack>
      )}
    </>
  );
}

/** Renames a part: another name is another part, measured for itself. */
const Name = memo(function Name({ id, spec }: { id: string; spec: PartSpec }) {
  const edit = useDesignStore((s) => s.edit);
  return (
    <TextField
      label={WORDS.name}
      value={spec.name}
      hint="your own name for it; parts of one name share their measures"
      onCommit={(text) => {
        const name = text.trim().slice(0, 80);
        return name
          ? edit(`named a part ${name}`, (d) => edits.changePart(d, id, { spec: { ...spec, name } }))
          : [{ where: 'name', message: 'A part needs a name' }];
      }}
    />
  );
});

/** The part as a file, and an outline of its own from a drawing. */
const PartFile = memo(function PartFile({ id, spec }: { id: string; spec: PartSpec }) {
  const edit = useDesignStore((s) => s.edit);
  const [told, setTold] = useState<{ readonly words: string; readonly wrong: boolean } | null>(null);
  const take = async (file: File): Promise<void> => {
    try {
      const read = await outlineFromDrawing(file);
      if (!read.ok) {
        setTold({ words: read.message, wrong: true });
        return;
      }
      const refusals = edit(`gave ${spec.name} its own outline`, (d) =>
        edits.changePart(d, id, { spec: { ...spec, outline: read.nodes } }),
      );
      setTold(
        refusals[0]
          ? { words: `${refusals[0].message}.`, wrong: true }
          : {
              words: read.asked
                ? 'The file names no unit: millimetres were taken. Check its size.'
                : `Its outline has ${read.nodes.length} nodes.`,
              wrong: false,
            },
      );
    } catch (error) {
      setTold({ words: wordsOf(error), wrong: true });
    }
  };
  return (
    <Section title={WORDS.keepIt}>
      <KeepPart spec={spec} />
      <HStack>
        <Text flex="1" fontSize="12px" color="faded">
          As a file: its measures, and which of them are assumed.
        </Text>
        <Button size="2xs" variant="outline" onClick={() => writePartFile(spec)}>
          {WORDS.saveThePart}
        </Button>
      </HStack>
      <HStack>
        <Text flex="1" fontSize="12px" color="faded">
          {spec.outline
            ? 'Drawn with its own outline.'
            : 'Its outline on the face can come from an SVG or DXF; what is cut stays by its measures.'}
        </Text>
        {spec.outline ? (
          <Button
            size="2xs"
            variant="ghost"
            onClick={() =>
              edit(`took the outline of ${spec.name} away`, (d) =>
                edits.changePart(d, id, { spec: { ...spec, outline: null } }),
              )
            }
          >
            {WORDS.remove}
          </Button>
        ) : (
          <FileButton
            words="Outline"
            label={WORDS.outlineFile}
            accept=".svg,.dxf,image/svg+xml"
            onFile={(file) => void take(file)}
          />
        )}
      </HStack>
      {told && (
        <Text fontSize="12px" color={told.wrong ? 'madder' : 'kelp'} role={told.wrong ? 'alert' : 'status'}>
          {told.words}
        </Text>
      )}
    </Section>
  );
});

/** Everything about the one part that is chosen. */
export function ChosenPart({ id }: { id: string }) {
  const design = useDesign();
  const part = partOf(design, id);
  const derived = useDerived();
  const edit = useDesignStore((s) => s.edit);
  const [exchanging, setExchanging] = useState<string | null>(null);
  if (!part) return null;
  const alike = partsOfKind(design, id);
  const laid = derived.layout.parts.find((p) => p.part.id === id)!;
  const { name } = laid;
  return (
    <>
      <Section title={name}>
        <HStack gap="1" justify="end">
          <Button size="2xs" variant="outline" onClick={() => copyParts([id], `copied ${name}`)}>
            {WORDS.copy}
          </Button>
          <Button
            size="2xs"
            variant="outline"
            aria-expanded={exchanging === id}
            onClick={() => setExchanging(exchanging === id ? null : id)}
          >
            {WORDS.exchange}
          </Button>
          <Button
            size="2xs"
            variant="outline"
            onClick={() => edit(`mirrored ${name}`, (d) => edits.mirrorParts(d, [id]))}
          >
            {WORDS.mirror}
          </Button>
          <Button size="2xs" variant="outline" onClick={() => removeParts([id], `removed ${name}`)}>
            {WORDS.remove}
          </Button>
        </HStack>
        <Name id={id} spec={part.spec} />
        {alike.length > 1 && (
          <HStack justify="end">
            <Button
              size="2xs"
              variant="outline"
              onClick={() => useChosenInLayout.getState().chooseAll(alike)}
            >
              {WORDS.allOfThisKind} ({alike.length})
            </Button>
          </HStack>
        )}
        <Place part={part} name={name} />
        <MountedIn part={part} name={name} />
        {part.spec.kind === 'plate' && <MountOver plate={part.id} />}
        {part.group && (
          <HStack fontSize="12.5px">
            <Text flex="1">Moves with its group.</Text>
            <Button
              size="2xs"
              variant="ghost"
              onClick={() =>
                edit('ungrouped parts', (d) =>
                  edits.groupParts(
                    d,
                    d.parts.filter((p) => p.group === part.group).map((p) => p.id),
                    false,
                  ),
                )
              }
            >
              {WORDS.ungroup}
            </Button>
          </HStack>
        )}
      </Section>
      {exchanging === id && (
        <Exchange part={part} name={name} alike={alike} onDone={() => setExchanging(null)} />
      )}
      <PartReadings placed={laid} />
      <Measured id={id} spec={part.spec} />
      <PartFile id={id} spec={part.spec} />
    </>
  );
}
