import type { Design, PlacedPart } from '@pelkin/core';
import { edits, guardEdge, isMountable, mountableOver, mountsOf } from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { derive, useDerived } from '../../../design/derived.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { Pick } from '../../../shared/Pick.tsx';
import { WORDS } from '../words.ts';

/** What a part is fixed to: the wood, a pickguard or a plate. Not shown where there is no plate on its face. */
export function MountedIn({ part, name }: { part: PlacedPart; name: string }) {
  const design = useDesign();
  const edit = useDesignStore((s) => s.edit);
  const mounts = mountsOf(design).filter((m) => m.face === part.face);
  if (!isMountable(part) || mounts.length === 0) return null;
  const now = mounts.some((m) => m.id === part.mount) ? part.mount! : '';
  return (
    <Pick
      label={WORDS.fixedTo}
      value={now}
      options={[['', WORDS.theWood], ...mounts.map((m) => [m.id, m.name] as const)]}
      onChange={(id) => {
        const to = mounts.find((m) => m.id === id);
        edit(`fixed ${name} to ${to?.name ?? WORDS.theWood}`, (d) =>
          edits.mountParts(d, [part.id], to?.id ?? null),
        );
      }}
    />
  );
}

/** The edge and face of a pickguard or plate part; null where it has none. */
function sheetOf(design: Design, id: string): Parameters<typeof mountableOver>[0] | null {
  const guard = design.guards.find((g) => g.id === id);
  const { layout, path } = derive(design);
  if (guard) {
    const edge = guardEdge(guard, path);
    return edge && { id, face: 'front', edge };
  }
  const plate = layout.parts.find((p) => p.part.id === id);
  return plate?.solids[0] ? { id, face: plate.part.face, edge: plate.solids[0].area.polygon } : null;
}

/** Fixes what is over a pickguard or plate to it, and back to the wood, in one press. */
export function MountOver({ plate: id }: { plate: string }) {
  const design = useDesign();
  useDerived();
  const edit = useDesignStore((s) => s.edit);
  const sheet = sheetOf(design, id);
  const over = sheet ? mountableOver(sheet, design.parts) : [];
  const fixed = design.parts.filter((p) => p.mount === id).map((p) => p.id);
  if (over.length === 0 && fixed.length === 0) return null;
  const parts = (n: number): string => (n === 1 ? '1 part' : `${n} parts`);
  return (
    <HStack>
      <Text flex="1" fontSize="12px" color="faded">
        {fixed.length > 0
          ? `${parts(fixed.length)} fixed to it: it is drilled for ${fixed.length === 1 ? 'it' : 'them'}, the body is only routed.`
          : 'Pots, switches and pickups over it can be fixed to it instead of the wood.'}
      </Text>
      {fixed.length > 0 && (
        <Button
          size="2xs"
          variant="ghost"
          onClick={() => edit('fixed parts to the wood', (d) => edits.mountParts(d, fixed, null))}
        >
          {WORDS.fixToTheWood}
        </Button>
      )}
      {over.length > 0 && (
        <Button
          size="2xs"
          variant="outline"
          onClick={() => edit('fixed parts to a plate', (d) => edits.mountParts(d, over, id))}
        >
          Fix {parts(over.length)} to it
        </Button>
      )}
    </HStack>
  );
}
