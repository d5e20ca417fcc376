import type { Design, Opening, Shape } from '@pelkin/core';
import { LIMITS, edits } from '@pelkin/core';
import { Text } from '@chakra-ui/react';
import { usePicked } from '../../../design/derived.ts';
import { useLengths } from '../../../design/lengths.ts';
import { useDesignStore } from '../../../design/store.ts';
import { CountField } from '../../../shared/CountField.tsx';
import { LengthField } from '../../../shared/LengthField.tsx';
import { Pick } from '../../../shared/Pick.tsx';
import { WORDS } from '../words.ts';

const openingOf = (d: Design, id: string): Opening | undefined => d.openings.find((o) => o.id === id);

type SizeLimit = 'shape.side' | 'shape.radius' | 'shape.inset' | 'outline.x' | 'outline.y';

/** The line that an inset follows: the body's edge, or another opening's. */
function Follows({ id, index, of }: { id: string; index: number; of: string }) {
  const openings = usePicked((d) => d.openings);
  const edit = useDesignStore((s) => s.edit);
  const options = [
    ['body', 'The body’s edge'] as const,
    ...openings
      .filter((o) => o.id !== id && o.steps[0]?.shape.kind !== 'inset')
      .map((o) => [o.id, o.name] as const),
  ];
  return (
    <Pick
      label={WORDS.itFollows}
      value={of}
      options={options}
      onChange={(next) =>
        edit('followed another line', (d) => {
          const shape = openingOf(d, id)?.steps[index]?.shape;
          return shape?.kind === 'inset'
            ? edits.changeStep(d, id, index, { shape: { ...shape, of: next } })
            : d;
        })
      }
    />
  );
}

/** Sizes of a step’s shape, each typed. */
export function ShapeFields({ id, index, shape }: { id: string; index: number; shape: Shape }) {
  const lengths = useLengths();
  const edit = useDesignStore((s) => s.edit);
  const put = (d: Design, change: (now: Shape) => Shape): Design => {
    const step = openingOf(d, id)?.steps[index];
    return step ? edits.changeStep(d, id, index, { shape: change(step.shape) }) : d;
  };
  const size = (key: string, label: string, value: number, limit: SizeLimit = 'shape.side') => (
    <LengthField
      key={key}
      label={label}
      value={value}
      {...lengths(
        `openings.${id}.${index}.${key}`,
        (d, mm) =>
          put(d, (now) =>
            now.kind === 'inset' && now.within && key in now.within
              ? { ...now, within: { ...now.within, [key]: mm } }
              : ({ ...now, [key]: mm } as Shape),
          ),
        limit,
        label.toLowerCase(),
      )}
    />
  );
  const holes = (key: string, label: string, value: number) => (
    <CountField
      key={key}
      label={label}
      value={value}
      limit={LIMITS['shape.holes']}
      onCommit={(n) =>
        edit(`${n} ${label.toLowerCase()}`, (d) => put(d, (now) => ({ ...now, [key]: n }) as Shape))
      }
    />
  );
  switch (shape.kind) {
    case 'rect':
      return (
        <>
          {size('long', 'Along', shape.long)}
          {size('wide', 'Across', shape.wide)}
          {size('radius', 'Corner radius', shape.radius, 'shape.radius')}
        </>
      );
    case 'slot':
      return (
        <>
          {size('long', 'End to end', shape.long)}
          {size('wide', 'Across', shape.wide)}
        </>
      );
    case 'circle':
      return size('diameter', 'Diameter', shape.diameter);
    case 'grid':
      return (
        <>
          {size('diameter', 'Hole diameter', shape.diameter)}
          {holes('columns', 'Holes along', shape.columns)}
          {size('alongApart', 'Apart along', shape.alongApart)}
          {holes('rows', 'Holes across', shape.rows)}
          {size('acrossApart', 'Apart across', shape.acrossApart)}
        </>
      );
    case 'ring':
      return (
        <>
          {size('diameter', 'Hole diameter', shape.diameter)}
          {holes('holes', 'Holes', shape.holes)}
          {size('across', 'Circle through their middles', shape.across)}
        </>
      );
    case 'free':
      return (
        <Text fontSize="12px" color="faded">
          A free line of {shape.nodes.length} nodes: pull them on the board.
        </Text>
      );
    case 'inset':
      return (
        <>
          <Follows id={id} index={index} of={shape.of} />
          {size('by', 'Inside it by', shape.by, 'shape.inset')}
          {shape.within ? (
            <>
              {size('minX', 'From, along', shape.within.minX, 'outline.x')}
              {size('maxX', 'To, along', shape.within.maxX, 'outline.x')}
              {size('minY', 'From, across', shape.within.minY, 'outline.y')}
              {size('maxY', 'To, across', shape.within.maxY, 'outline.y')}
              <Text fontSize="12px" color="faded">
                Along from the bridge line, less than 0 tailward; across from the centre line, less than 0
                treble.
              </Text>
            </>
          ) : (
            <Text fontSize="12px" color="faded">
              Less than 0 lies outside it.
            </Text>
          )}
        </>
      );
  }
}
