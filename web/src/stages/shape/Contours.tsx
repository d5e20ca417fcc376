import type { Contour, Design } from '@pelkin/core';
import { LIMITS, edits, freeContourName, lengthWithUnit, newContour } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { useCallback } from 'react';
import { SideLength } from '../../design/SideLength.tsx';
import { derive, usePicked } from '../../design/derived.ts';
import { useLengths } from '../../design/lengths.ts';
import { useDesignStore } from '../../design/store.ts';
import { LengthField } from '../../shared/LengthField.tsx';
import { ListRow } from '../../shared/ListRow.tsx';
import { NumberField } from '../../shared/NumberField.tsx';
import { Choice, Section } from '../../shared/Section.tsx';
import { TextField } from '../../shared/TextField.tsx';
import { useChosenInShape } from './chosen.ts';
import { WORDS } from './words.ts';

const KINDS: readonly (readonly [Contour['kind'], string])[] = [
  ['forearm', WORDS.addForearm],
  ['belly', WORDS.addBelly],
  ['thigh', WORDS.addThigh],
  ['heel', WORDS.addHeel],
  ['scoop', WORDS.addScoop],
  ['bevel', WORDS.addBevel],
];

const contourOf = (d: Design, id: string): Contour | undefined => d.body.contours.find((c) => c.id === id);

/** One place of the start line, typed. */
function PlaceFields({ id, index }: { id: string; index: number }) {
  const at = useCallback((d: Design) => contourOf(d, id)?.line[index] ?? { x: 0, y: 0 }, [id, index]);
  const put = useCallback(
    (d: Design, part: { x?: number; y?: number }) => {
      const line = contourOf(d, id)?.line ?? [];
      return edits.changeContour(d, id, { line: line.map((p, k) => (k === index ? { ...p, ...part } : p)) });
    },
    [id, index],
  );
  const pickX = useCallback((d: Design) => at(d).x, [at]);
  const pickY = useCallback((d: Design) => at(d).y, [at]);
  const putX = useCallback((d: Design, x: number) => put(d, { x }), [put]);
  const putY = useCallback((d: Design, y: number) => put(d, { y }), [put]);
  const path = `body.contours.${id}.${index}`;
  return (
    <>
      <SideLength label={WORDS.fromBridge} path={`${path}.x`} axis="x" pick={pickX} put={putX} />
      <SideLength label={WORDS.fromCentre} path={`${path}.y`} axis="y" pick={pickY} put={putY} />
    </>
  );
}

/** How deep a contour goes: by its drop, or by its slope or radius. */
function Deep({ contour }: { contour: Contour }) {
  const { id, form, depth } = contour;
  const lengths = useLengths();
  const edit = useDesignStore((s) => s.edit);
  const { min, max, from } = LIMITS['contour.angle'];
  const by = depth.by;
  return (
    <>
      <Choice
        label={WORDS.depthBy}
        value={by === 'drop' ? 'drop' : 'own'}
        options={[
          ['drop', WORDS.drop],
          ['own', form === 'flat' ? WORDS.slope : WORDS.radius],
        ]}
        onChange={(to) =>
          edit(`changed how deep ${contour.name} goes`, (d) =>
            edits.changeContour(d, id, {
              depth:
                to === 'drop'
                  ? { by: 'drop', drop: 10 }
                  : form === 'flat'
                    ? { by: 'angle', angle: 12 }
                    : { by: 'radius', radius: 200 },
            }),
          )
        }
      />
      {depth.by === 'drop' && (
        <LengthField
          label={WORDS.drop}
          value={depth.drop}
          {...lengths(
            `body.contours.${id}.drop`,
            (d, drop) => edits.changeContour(d, id, { depth: { by: 'drop', drop } }),
            'contour.drop',
          )}
        />
      )}
      {depth.by === 'radius' && (
        <LengthField
          label={WORDS.radius}
          value={depth.radius}
          {...lengths(
            `body.contours.${id}.radius`,
            (d, radius) => edits.changeContour(d, id, { depth: { by: 'radius', radius } }),
            'contour.radius',
          )}
        />
      )}
      {depth.by === 'angle' && (
        <NumberField
          label={WORDS.slope}
          value={depth.angle}
          unit="°"
          min={min}
          max={max}
          from={from}
          onCommit={(angle) =>
            edit(`slope ${angle}°`, (d) => edits.changeContour(d, id, { depth: { by: 'angle', angle } }))
          }
        />
      )}
    </>
  );
}

/** The contour that is worked on. */
function ChosenContour({ id }: { id: string }) {
  const contour = usePicked((d) => contourOf(d, id));
  const place = useChosenInShape((s) => s.place);
  const lengths = useLengths();
  const edit = useDesignStore((s) => s.edit);
  if (!contour) return null;
  const { name, line, form } = contour;
  const change = (words: string, to: Parameters<typeof edits.changeContour>[2]): void =>
    void edit(words, (d) => edits.changeContour(d, id, to));
  const addPlace = (): void => {
    const k = Math.min(place ?? 0, line.length - 2);
    const [a, b] = [line[k]!, line[k + 1]!];
    change(`added a place to ${name}`, {
      line: [
        ...line.slice(0, k + 1),
        { x: Math.round((a.x + b.x) * 5) / 10, y: Math.round((a.y + b.y) * 5) / 10 },
        ...line.slice(k + 1),
      ],
    });
    useChosenInShape.getState().choose(id, k + 1);
  };
  const copyOver = (): void => {
    let made = '';
    edit(`copied ${name} to the other side`, (d) => {
      const added = edits.addContour(d, {
        ...edits.mirroredContour(contour),
        name: freeContourName(d.body.contours, contour.kind),
      });
      made = added.id;
      return added.design;
    });
    if (made) useChosenInShape.getState().choose(made);
  };
  return (
    <Section
      title={name}
      aside={
        <Button
          size="2xs"
          variant="outline"
          onClick={() => {
            edit(`removed ${name}`, (d) => edits.removeContour(d, id));
            useChosenInShape.getState().choose(null);
          }}
        >
          {WORDS.remove}
        </Button>
      }
    >
      <TextField
        label={WORDS.name}
        value={name}
        hint="as it stands in the list"
        onCommit={(text) =>
          edit('named a contour', (d) =>
            edits.changeContour(d, id, { name: text.trim().slice(0, 80) || name }),
          )
        }
      />
      <Choice
        label={WORDS.face}
        value={contour.face}
        options={[
          ['front', WORDS.front],
          ['back', WORDS.back],
        ]}
        onChange={(face) => change(`${name} cut into the ${face}`, { face })}
      />
      <Choice
        label={WORDS.form}
        value={form}
        options={[
          ['flat', WORDS.flat],
          ['arc', WORDS.arc],
        ]}
        onChange={(to) =>
          change(`made ${name} ${to === 'flat' ? 'flat' : 'an arc'}`, {
            form: to,
            // A slope belongs to a flat, a radius to an arc; a drop to both.
            depth: contour.depth.by === 'drop' ? contour.depth : { by: 'drop', drop: 10 },
          })
        }
      />
      <Deep contour={contour} />
      {form === 'flat' && (
        <LengthField
          label={WORDS.softStart}
          value={contour.soft}
          {...lengths(
            `body.contours.${id}.soft`,
            (d, soft) => edits.changeContour(d, id, { soft }),
            'contour.soft',
          )}
        />
      )}
      {place !== null && line[place] && (
        <>
          <Text fontSize="12px" color="faded">
            {`Place ${place + 1} of ${line.length} of the start line`}
          </Text>
          <PlaceFields id={id} index={place} key={`${id} ${place}`} />
        </>
      )}
      <HStack flexWrap="wrap" gap="2">
        <Button size="2xs" variant="outline" disabled={line.length >= 12} onClick={addPlace}>
          {WORDS.addAPlace}
        </Button>
        {place !== null && line.length > 2 && (
          <Button
            size="2xs"
            variant="outline"
            onClick={() => {
              change(`removed a place of ${name}`, { line: line.filter((_, k) => k !== place) });
              useChosenInShape.getState().choose(id);
            }}
          >
            {WORDS.removeThePlace}
          </Button>
        )}
        <Button size="2xs" variant="outline" onClick={() => useChosenInShape.getState().copy(contour)}>
          {WORDS.copy}
        </Button>
        <Button size="2xs" variant="outline" onClick={copyOver}>
          {WORDS.otherSide}
        </Button>
        <Button
          size="2xs"
          variant="outline"
          onClick={() =>
            change(`carved the other side of the line of ${name}`, { line: [...line].reverse() })
          }
        >
          {WORDS.otherFace}
        </Button>
      </HStack>
    </Section>
  );
}

const chooseRow = (id: string): void => useChosenInShape.getState().choose(id);

/** How a contour is cut, in a row of the list. */
function noteOf({ face, form, depth }: Contour, units: Design['units']): string {
  const deep =
    depth.by === 'drop'
      ? `${lengthWithUnit(depth.drop, units)} at the edge`
      : depth.by === 'angle'
        ? `${Number(depth.angle.toFixed(1))}°`
        : `radius ${lengthWithUnit(depth.radius, units)}`;
  return `${face}, ${form === 'flat' ? 'flat' : 'an arc'}, ${deep}`;
}

/** Carves from a line on: begun in their usual place, then pulled and typed. */
export function Contours() {
  const contours = usePicked((d) => d.body.contours);
  const units = usePicked((d) => d.units);
  const chosen = useChosenInShape((s) => s.contour);
  const copied = useChosenInShape((s) => s.copied);
  const edit = useDesignStore((s) => s.edit);
  const add = (kind: Contour['kind']): void => {
    let made = '';
    edit(`added a ${kind === 'bevel' ? 'bevelled edge' : kind}`, (d) => {
      const { path, measures, stringPlan } = derive(d);
      const start = newContour(kind, d, path, measures, stringPlan.jointX);
      const added = edits.addContour(d, { ...start, name: freeContourName(d.body.contours, kind) });
      made = added.id;
      return added.design;
    });
    if (made) useChosenInShape.getState().choose(made);
  };
  const paste = (): void => {
    if (!copied) return;
    let made = '';
    edit(`pasted ${copied.name}`, (d) => {
      const { id: _, ...start } = copied;
      const added = edits.addContour(d, { ...start, name: freeContourName(d.body.contours, copied.kind) });
      made = added.id;
      return added.design;
    });
    if (made) useChosenInShape.getState().choose(made);
  };
  return (
    <>
      {contours.some((c) => c.id === chosen) && <ChosenContour id={chosen!} key={chosen} />}
      <Section title={`Contours: ${contours.length}`}>
        <HStack flexWrap="wrap" gap="2" role="group" aria-label={WORDS.add}>
          {KINDS.map(([kind, words]) => (
            <Button key={kind} size="2xs" variant="outline" onClick={() => add(kind)}>
              {words}
            </Button>
          ))}
        </HStack>
        {copied && (
          <HStack>
            <Button size="2xs" variant="outline" onClick={paste}>
              {WORDS.paste} “{copied.name}”
            </Button>
            <Text fontSize="12px" color="faded">
              {WORDS.pasteSays}
            </Text>
          </HStack>
        )}
        <Box role="list" aria-label={WORDS.lines} minW="0">
          {contours.map((c) => (
            <ListRow
              key={c.id}
              id={c.id}
              name={c.name}
              note={noteOf(c, units)}
              chosen={c.id === chosen}
              onChoose={chooseRow}
            />
          ))}
        </Box>
        <Text fontSize="12px" color="faded">
          {contours.length
            ? 'A contour removes wood from its start line outward. Pull the places of the line on the board; the drop is measured at the edge furthest from it.'
            : 'Begin a carve with one press: it comes in the usual place and size for this body, and is then pulled and typed.'}
        </Text>
      </Section>
    </>
  );
}
