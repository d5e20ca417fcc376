import type { PieceOfWood, SeenFrom } from '@pelkin/core';
import { WRITERS } from '@pelkin/core';
import { Button, HStack, Menu, Portal, Text } from '@chakra-ui/react';
import { FileDown } from 'lucide-react';
import { Suspense, lazy, useState } from 'react';
import { useParams } from 'react-router';
import { useBoard } from '../board/boardStore.ts';
import type { FileChoice } from '../design/saveFile.ts';
import { usePicked } from '../design/derived.ts';
import { saveFile } from '../design/saveFile.ts';
import { WORDS } from './words.ts';

/** Fetched when a machine's file is first wanted. */
const MachineFile = lazy(() => import('./MachineFile.tsx').then((m) => ({ default: m.MachineFile })));

const FACES = [
  ['front', WORDS.seenFromTheFront],
  ['back', WORDS.seenFromTheBack],
] as const;

const PIECES = [
  ['whole', WORDS.body],
  ['neck', WORDS.neck],
] as const;
const GLUED_PIECES = [
  ['whole', WORDS.wholeBody],
  ['front', WORDS.gluedOnFront],
  ['core', WORDS.core],
  ['neck', WORDS.neck],
] as const;
const PIECE_WORDS = { whole: '', front: ', the front', core: ', the core', neck: ', the neck' } as const;

/** Formats that are of the instrument, whatever piece is chosen. */
const IN_ALL: ReadonlySet<string> = new Set(['csv', 'json']);

/** A row of which one is chosen, over the files. */
function Row<T extends string>({
  label,
  options,
  value,
  onChoose,
}: {
  label: string;
  options: readonly (readonly [T, string])[];
  value: T;
  onChoose: (value: T) => void;
}) {
  return (
    <HStack gap="1" px="2" pb="1" role="group" aria-label={label}>
      {options.map(([key, words]) => (
        <Button
          key={key}
          size="2xs"
          flex="1"
          variant={value === key ? 'subtle' : 'ghost'}
          aria-pressed={value === key}
          onClick={() => onChoose(key)}
        >
          {words}
        </Button>
      ))}
    </HStack>
  );
}

/** Everything that leaves Pelkin: paper and files, as they are seen from either face. */
export function HandOver({ short }: { short: boolean }) {
  const [busy, setBusy] = useState(false);
  const [told, setTold] = useState<{ readonly words: string; readonly failed: boolean } | null>(null);
  const [from, setFrom] = useState<SeenFrom>('front');
  const [chosen, setPiece] = useState<PieceOfWood>('whole');
  const { stage } = useParams();
  const isGlued = usePicked((d) => d.body.gluedFront !== null);
  const piece: PieceOfWood = chosen !== 'neck' && !isGlued ? 'whole' : chosen;
  // Of the neck, what is made of it; tables and the design are of the whole instrument.
  const offered = WRITERS.filter(
    (w) => piece !== 'neck' || w.pieces.includes('neck') || IN_ALL.has(w.format),
  );
  const [machine, setMachine] = useState(false);
  const hand = async (what: string, choice: FileChoice): Promise<void> => {
    setBusy(true);
    setTold(null);
    try {
      const words = await saveFile(what, choice);
      if (words) setTold({ words, failed: false });
    } catch (error) {
      setTold({ words: error instanceof Error ? error.message : String(error), failed: true });
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      {told && !short && (
        <Text
          fontSize="12px"
          color={told.failed ? 'madderOnTar' : 'onTarFaded'}
          role="status"
          maxW="220px"
          truncate
          title={told.words}
        >
          {told.words}
        </Text>
      )}
      <Menu.Root
        onOpenChange={({ open }) => {
          if (!open) return;
          setFrom(useBoard.getState().from);
          // Of the neck, where the neck is worked on.
          setPiece((p) => (stage === 'neck' ? 'neck' : p === 'neck' ? 'whole' : p));
        }}
        onSelect={({ value }) => (value === 'machine' ? setMachine(true) : void hand(value, { from, piece }))}
        positioning={{ placement: 'bottom-end' }}
      >
        <Menu.Trigger asChild>
          <Button
            size="xs"
            flexShrink="0"
            bg="kelpOnTar"
            color="#14201a"
            _hover={{ bg: '#a5d6ba' }}
            loading={busy}
            loadingText={short ? '' : 'Making the file'}
            aria-label={short ? WORDS.printAndExport : undefined}
          >
            <FileDown size={15} aria-hidden />{' '}
            {told?.failed ? WORDS.fileFailedTryAgain : short ? '' : WORDS.printAndExport}
          </Button>
        </Menu.Trigger>
        <Portal>
          <Menu.Positioner>
            <Menu.Content bg="sheet" minW="340px">
              <Row
                label={WORDS.pieceOfWood}
                options={isGlued ? GLUED_PIECES : PIECES}
                value={piece}
                onChoose={setPiece}
              />
              {piece !== 'neck' && (
                <Row label={WORDS.faceThatIsLookedAt} options={FACES} value={from} onChoose={setFrom} />
              )}
              {offered.map(({ key, name, about, hasBack, pieces }) => (
                <Menu.Item key={key} value={key} justifyContent="space-between">
                  <Text>
                    {name}
                    {piece !== 'whole' && pieces.includes(piece)
                      ? PIECE_WORDS[piece]
                      : from === 'back' && hasBack
                        ? ', from the back'
                        : ''}
                  </Text>
                  <Text fontSize="12px" color="faded">
                    {about}
                  </Text>
                </Menu.Item>
              ))}
            </Menu.Content>
          </Menu.Positioner>
        </Portal>
      </Menu.Root>
      {machine && (
        <Suspense fallback={null}>
          <MachineFile
            from={from}
            onClose={() => setMachine(false)}
            onSave={(choice) => {
              setMachine(false);
              void hand('machine', choice);
            }}
          />
        </Suspense>
      )}
    </>
  );
}
