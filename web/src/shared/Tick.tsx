import { Checkbox } from '@chakra-ui/react';

/** Something that is wanted or not. */
export function Tick(props: {
  readonly label: string;
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
}) {
  return (
    <Checkbox.Root
      size="sm"
      colorPalette="green"
      checked={props.checked}
      onCheckedChange={({ checked }) => props.onChange(checked === true)}
    >
      <Checkbox.HiddenInput />
      <Checkbox.Control />
      <Checkbox.Label fontWeight="400" fontSize="13px">
        {props.label}
      </Checkbox.Label>
    </Checkbox.Root>
  );
}
