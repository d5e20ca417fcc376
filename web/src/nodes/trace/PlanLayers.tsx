import type { HoleSize, LayerPlan, LayerUse, PlanLayer, PlanUse, SaidCut } from '@pelkin/core';
import { CIRCLE_PARTS, figureAndUnit, holeSizes, lengthWithUnit, planLayers, usesFor } from '@pelkin/core';
import { Box, Button, HStack, Input, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { usePicked } from '../drawn.ts';
import { LengthField } from '../../shared/LengthField.tsx';
import { Select } from '../../shared/Pick.tsx';
import { Choice } from '../../shared/Section.tsx';
import { Tick } from '../../shared/Tick.tsx';
import type { BroughtLine } from '../../workers/drawingReader.ts';
import { useBringIn, usesNow } from './importDrawing.ts';
import { USE_WORDS } from './useWords.ts';
import { WORDS } from '../words.ts';

/** Lines listed at once; more by a press. */
const PAGE = 40;
const DEPTH = { label: WORDS.depth, min: 0, max: 120, from: 'the face they are cut from; 0 while not known' };
const LAYER_USES: readonly (readonly [LayerUse, string])[] = (
  ['body', 'outline', 'opening', 'hole', 'guard', 'guide', 'leave'] as const
).map((use) => [use, USE_WORDS[use]]);

export function sizeWords(line: BroughtLine, scale: number, units: 'mm' | 'in' | 'in-fraction'): string {
  if (line.circle) return `⌀ ${lengthWithUnit(line.circle.diameter * scale, units, 2)}`;
  const [w, h] = [line.box.maxX - line.box.minX, line.box.maxY - line.box.minY];
  const [long, wide] = [Math.max(w, h) * scale, Math.min(w, h) * scale];
  const first = figureAndUnit(long, units, 1);
  return `${first.figure} × ${lengthWithUnit(wide, units, 1)}`;
}

const ASIDE: Readonly<Record<NonNullable<SaidCut['aside']>, string>> = {
  island: 'wood that stays in an opening',
  edge: 'bored in the edge',
  run: 'a drilled run',
  core: 'cut before the front is glued on',
};

/** How a line is cut, as the file says it. */
const cutWords = ({ face, depth, through, aside }: SaidCut, units: 'mm' | 'in' | 'in-fraction'): string =>
  aside
    ? ASIDE[aside]
    : `${through ? 'through' : depth ? `${lengthWithUnit(depth, units)} deep` : 'depth not said'} from the ${face}`;

/** One line of the drawing: its size, whether it is closed, and what becomes of it. */
function LineRow({ line }: { line: BroughtLine }) {
  const units = usePicked((d) => d.units);
  const use = useBringIn((s) => usesNow(s).get(line.index) ?? 'leave');
  const label = `${line.name || 'line'} ${line.index + 1}`;
  return (
    <HStack gap="2" py="1" borderTopWidth="1px" borderColor="rule" fontSize="12.5px" role="listitem">
      <Box flex="1" minW="0">
        <Text truncate title={line.name}>
          {line.name || 'no name'}
        </Text>
        <Text fontSize="12px" color="faded">
          {sizeWords(line, 1, units)}, {line.closed ? 'closed' : 'open'}
          {line.cut && `, ${cutWords(line.cut, units)}`}
          {line.dashed && ', dashed'}
          {line.gap > 0.001 ? `, gap ${line.gap.toFixed(2)} mm bridged` : ''}
          {line.aside === 'frame' && ', a rectangle round the drawing: a frame?'}
          {line.aside === 'construction' && ', on a layer to draw by'}
        </Text>
        {line.twin && (
          <Text fontSize="12px" color="ochre">
            ▲ Runs {lengthWithUnit(line.twin.apart, units, 1)} beside line {line.twin.of + 1} all round: the
            other side of one stroke. One of them is the edge.
          </Text>
        )}
        {line.crosses && (
          <Text fontSize="12px" color="ochre">
            ▲ Crosses {line.crosses.other === null ? 'itself' : `line ${line.crosses.other + 1}`} at{' '}
            {lengthWithUnit(line.crosses.at.x, units, 1)}, {lengthWithUnit(line.crosses.at.y, units, 1)} of
            the file.
          </Text>
        )}
      </Box>
      <Select<PlanUse>
        label={`Use of ${label}`}
        value={use}
        options={usesFor(line).map((u) => [u, USE_WORDS[u]] as const)}
        onChange={(next) => useBringIn.getState().use(line.index, next)}
        w="104px"
      />
    </HStack>
  );
}

type Sorting = 'largest' | 'smallest' | 'name';
const SORTED: Readonly<Record<Sorting, (a: BroughtLine, b: BroughtLine) => number>> = {
  largest: (a, b) => a.index - b.index,
  smallest: (a, b) => b.index - a.index,
  name: (a, b) => a.name.localeCompare(b.name) || a.index - b.index,
};

/** The lines of a layer: all of them, sorted, and filtered by their words. */
function LinesOf({ lines }: { lines: readonly BroughtLine[] }) {
  const units = usePicked((d) => d.units);
  const [sorting, setSorting] = useState<Sorting>('largest');
  const [filter, setFilter] = useState('');
  const [shown, setShown] = useState(PAGE);
  const found = useMemo(() => {
    const words = filter.trim().toLowerCase();
    return lines
      .filter((l) =>
        `${l.name} ${sizeWords(l, 1, units)} ${l.closed ? 'closed' : 'open'}`.toLowerCase().includes(words),
      )
      .sort(SORTED[sorting]);
  }, [lines, filter, sorting, units]);
  return (
    <>
      {lines.length > 6 && (
        <HStack gap="2" py="1">
          <Input
            size="2xs"
            flex="1"
            aria-label={WORDS.filterTheLines}
            placeholder={WORDS.filterTheLines}
            value={filter}
            onChange={(event) => {
              setFilter(event.target.value);
              setShown(PAGE);
            }}
            onKeyDown={(event) => event.stopPropagation()}
          />
          <Select<Sorting>
            label={WORDS.sortTheLines}
            value={sorting}
            options={[
              ['largest', 'largest first'],
              ['smallest', 'smallest first'],
              ['name', 'by name'],
            ]}
            onChange={setSorting}
            w="118px"
          />
        </HStack>
      )}
      <Box role="list" aria-label={WORDS.linesOfTheDrawing} maxH="260px" overflowY="auto" tabIndex={0}>
        {found.slice(0, shown).map((l) => (
          <LineRow key={l.index} line={l} />
        ))}
      </Box>
      {found.length > shown && (
        <HStack justify="end">
          <Button size="2xs" variant="outline" onClick={() => setShown(shown + PAGE)}>
            {WORDS.showMore}: {found.length - shown}
          </Button>
        </HStack>
      )}
    </>
  );
}

const isCut = (use: LayerUse): boolean => use === 'body' || use === 'opening' || use === 'hole';

/** Uses of round holes of one size: a bored hole, a part whose hole it is, or none. */
const SIZE_USES: readonly (readonly [PlanUse, string])[] = (['hole', ...CIRCLE_PARTS, 'leave'] as const).map(
  (use) => [use, USE_WORDS[use]],
);

/** Round holes of one size in a layer: what becomes of them and how deep they are. */
function SizeRow({ size, plan, layer }: { size: HoleSize<BroughtLine>; plan: LayerPlan; layer: string }) {
  const units = usePicked((d) => d.units);
  const own = plan.sizes.get(size.key) ?? {};
  const { use = 'hole', depth = plan.depth, through = plan.through } = own;
  const change = (part: typeof own): void =>
    useBringIn.getState().plan(layer, { sizes: new Map(plan.sizes).set(size.key, { ...own, ...part }) });
  const words = `⌀ ${lengthWithUnit(size.diameter, units, 2)}`;
  const isSaid = plan.asSaid && size.lines.every((l) => l.cut);
  return (
    <Box role="listitem" aria-label={words} borderTopWidth="1px" borderColor="rule" py="1">
      <HStack gap="2" fontSize="12.5px">
        <Text flex="1">
          {words}{' '}
          <Text as="span" color="faded">
            × {size.lines.length}
          </Text>
        </Text>
        <Select<PlanUse>
          label={`Use of the holes ${words}`}
          value={use}
          options={SIZE_USES}
          onChange={(next) => change({ use: next })}
          w="104px"
        />
      </HStack>
      {!isSaid && use !== 'leave' && use !== 'pot' && (
        <Box pt="1">
          {!through && (
            <LengthField
              label={`Depth of ${words}`}
              value={depth}
              unit={units}
              limit={DEPTH}
              onCommit={(mm) => {
                change({ depth: mm });
                return [];
              }}
            />
          )}
          {use === 'hole' && (
            <Tick label={WORDS.goesThrough} checked={through} onChange={(on) => change({ through: on })} />
          )}
        </Box>
      )}
    </Box>
  );
}

/** The round holes of a layer by size. */
function HoleSizes({ layer, plan }: { layer: PlanLayer<BroughtLine>; plan: LayerPlan }) {
  const sizes = useMemo(() => holeSizes(layer.lines), [layer]);
  if (sizes.length === 0) return null;
  return (
    <Box pt="1">
      <Text fontSize="12px" color="faded">
        {WORDS.roundHolesBySize}
      </Text>
      <Box role="list" aria-label={WORDS.roundHolesBySize}>
        {sizes.map((size) => (
          <SizeRow key={size.key} size={size} plan={plan} layer={layer.name} />
        ))}
      </Box>
    </Box>
  );
}

/** A layer of the drawing: what becomes of it, from which face, how deep; its lines on demand. */
function LayerRow({ layer, alone }: { layer: PlanLayer<BroughtLine>; alone: boolean }) {
  const plan = useBringIn((s) => s.plans.get(layer.name));
  const units = usePicked((d) => d.units);
  const [open, setOpen] = useState(alone && layer.lines.length <= PAGE);
  if (!plan) return null;
  const change = (part: Partial<LayerPlan>): void => useBringIn.getState().plan(layer.name, part);
  const closed = layer.lines.filter((l) => l.closed).length;
  const circles = layer.lines.filter((l) => l.isCircle).length;
  const dashed = layer.lines.every((l) => l.dashed);
  const name = layer.name || WORDS.withoutALayer;
  const counts = [
    ...(closed - circles ? [`${closed - circles} closed`] : []),
    ...(circles ? [`${circles} round`] : []),
    ...(layer.lines.length - closed ? [`${layer.lines.length - closed} open`] : []),
    ...(dashed ? ['dashed'] : []),
  ];
  return (
    <Box role="group" aria-label={name} borderTopWidth="1px" borderColor="rule" py="1.5">
      <HStack gap="2">
        <Box flex="1" minW="0">
          <Text truncate fontSize="13px" fontWeight="600" title={name}>
            {name}
          </Text>
          <Text fontSize="12px" color="faded">
            {counts.join(', ')}
          </Text>
        </Box>
        <Select<LayerUse>
          label={`Use of the layer ${name}`}
          value={plan.use}
          options={LAYER_USES}
          onChange={(use) => change({ use })}
          w="136px"
        />
      </HStack>
      {isCut(plan.use) && layer.lines.some((l) => l.cut) && (
        <Tick
          label={WORDS.cutAsTheFileSays}
          checked={plan.asSaid}
          onChange={(asSaid) => change({ asSaid })}
        />
      )}
      {isCut(plan.use) && !(plan.asSaid && layer.lines.every((l) => l.cut || !l.closed)) && (
        <Box display="grid" gap="1" pt="1">
          <Choice
            label={WORDS.cutFrom}
            value={plan.face}
            options={[
              ['front', 'Front'],
              ['back', 'Back'],
            ]}
            onChange={(face) => change({ face })}
          />
          <LengthField
            label={WORDS.depth}
            value={plan.depth}
            unit={units}
            limit={DEPTH}
            onCommit={(depth) => {
              change({ depth });
              return [];
            }}
          />
          <Tick
            label={WORDS.goesThrough}
            checked={plan.through}
            onChange={(through) => change({ through })}
          />
        </Box>
      )}
      {isCut(plan.use) && <HoleSizes layer={layer} plan={plan} />}
      <Button size="2xs" variant="ghost" px="1" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? WORDS.hideItsLines : WORDS.showItsLines} ({layer.lines.length})
      </Button>
      {open && <LinesOf lines={layer.lines} />}
    </Box>
  );
}

/** The drawing by its layers, each with one use. */
export function PlanLayers({ lines }: { lines: readonly BroughtLine[] }) {
  const layers = useMemo(() => planLayers(lines), [lines]);
  return (
    <Box role="group" aria-label={WORDS.layersOfTheDrawing}>
      {layers.map((layer) => (
        <LayerRow key={layer.name} layer={layer} alone={layers.length === 1} />
      ))}
    </Box>
  );
}
