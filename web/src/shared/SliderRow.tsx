import { HStack, Slider, Text } from '@chakra-ui/react';

/** A number that is slid rather than typed; with a label before it, as wide as a field. */
export function SliderRow(props: {
  label?: string;
  /** What a screen reader says of it. */
  name: string;
  min: number;
  max: number;
  value: number;
  onChange: (value: number) => void;
}) {
  const { label, name, min, max, value, onChange } = props;
  return (
    <HStack gap="3">
      {label && (
        <Text fontSize="13px" flex="1">
          {label}
        </Text>
      )}
      <Slider.Root
        size="sm"
        w={label ? '172px' : '100%'}
        colorPalette="green"
        aria-label={[name]}
        min={min}
        max={max}
        step={1}
        value={[value]}
        onValueChange={({ value: [next] }) => onChange(next!)}
      >
        <Slider.Control>
          <Slider.Track>
            <Slider.Range />
          </Slider.Track>
          <Slider.Thumbs />
        </Slider.Control>
      </Slider.Root>
    </HStack>
  );
}
