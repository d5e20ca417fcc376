import type { SeenFrom } from '@pelkin/core';
import type { DxfCurves } from '@pelkin/core/files/dxf';
import { machineLayers } from '@pelkin/core/files/machineLayers';
import { Button, Dialog, HStack, Portal, Table, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { useDerived } from '../design/derived.ts';
import type { FileChoice } from '../design/saveFile.ts';
import { useDesign } from '../design/store.ts';
import { Tick } from '../shared/Tick.tsx';
import { WORDS } from './words.ts';

const CURVES: readonly (readonly [DxfCurves, string])[] = [
  ['arcs', WORDS.curvesAsArcs],
  ['polyline', WORDS.curvesAsStraightSteps],
  ['splines', WORDS.curvesAsSplines],
];

/** A machine's file before it is saved: its layers, what each holds, which of them go in, and how curves are written. */
export function MachineFile({
  from,
  onClose,
  onSave,
}: {
  from: SeenFrom;
  onClose: () => void;
  onSave: (choice: FileChoice) => void;
}) {
  const design = useDesign();
  const layers = machineLayers(design, useDerived(), from);
  const [without, setWithout] = useState<readonly string[]>([]);
  const [curves, setCurves] = useState<DxfCurves>('arcs');
  const left = layers.filter((l) => !without.includes(l.name));
  return (
    <Dialog.Root open onOpenChange={({ open }) => !open && onClose()} size="lg" scrollBehavior="inside">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="sheet">
            <Dialog.Header pb="1">
              <Dialog.Title fontSize="17px">{WORDS.layersForAMachine}</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              <Text fontSize="13px" color="faded" mb="2">
                DXF in millimetres, seen from the {from}. Depths are measured from the face that a layer
                names; holes are circles of what is drilled. Set your machine by the layers, and check its own
                preview: heights, tools and hold-downs are yours to choose.
              </Text>
              <HStack gap="1" mb="2" role="group" aria-label={WORDS.howCurvesAreWritten}>
                {CURVES.map(([key, words]) => (
                  <Button
                    key={key}
                    size="2xs"
                    variant={curves === key ? 'subtle' : 'outline'}
                    aria-pressed={curves === key}
                    onClick={() => setCurves(key)}
                  >
                    {words}
                  </Button>
                ))}
              </HStack>
              <Table.Root size="sm" aria-label={WORDS.layersOfTheFile}>
                <Table.Header>
                  <Table.Row bg="transparent">
                    <Table.ColumnHeader>{WORDS.layer}</Table.ColumnHeader>
                    <Table.ColumnHeader textAlign="end">{WORDS.count}</Table.ColumnHeader>
                    <Table.ColumnHeader>{WORDS.holds}</Table.ColumnHeader>
                  </Table.Row>
                </Table.Header>
                <Table.Body>
                  {layers.map(({ name, about, count }) => (
                    <Table.Row key={name} bg="transparent">
                      <Table.Cell whiteSpace="nowrap">
                        <Tick
                          label={name}
                          checked={!without.includes(name)}
                          onChange={(on) =>
                            setWithout(on ? without.filter((n) => n !== name) : [...without, name])
                          }
                        />
                      </Table.Cell>
                      <Table.Cell textAlign="end" fontFamily="mono">
                        {count}
                      </Table.Cell>
                      <Table.Cell fontSize="12px" color="faded">
                        {about}
                      </Table.Cell>
                    </Table.Row>
                  ))}
                </Table.Body>
              </Table.Root>
            </Dialog.Body>
            <Dialog.Footer>
              <Button size="sm" variant="ghost" onClick={onClose}>
                {WORDS.cancel}
              </Button>
              <Button
                size="sm"
                colorPalette="green"
                disabled={left.length === 0}
                onClick={() => onSave({ from, curves, without })}
              >
                {WORDS.saveTheFile}, {left.length} {left.length === 1 ? 'layer' : 'layers'}
              </Button>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
