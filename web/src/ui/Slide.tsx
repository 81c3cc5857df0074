import { Slider } from '@chakra-ui/react';

/** One figure on a line: dragged, or gone through by arrow keys. */
export function Slide({
  label,
  min,
  max,
  step,
  value,
  say,
  onChange,
}: {
  label: string;
  min: number;
  max: number;
  step: number;
  value: number;
  /** The figure as it is read aloud. */
  say: (value: number) => string;
  onChange: (value: number) => void;
}) {
  return (
    <Slider.Root
      min={min}
      max={max}
      step={step}
      value={[value]}
      // As the recipe draws it: said, it stands where it belongs at the first drawing.
      thumbSize={{ width: 22, height: 22 }}
      getAriaValueText={(e) => say(e.value)}
      onValueChange={(e) => onChange(e.value[0] ?? value)}
    >
      <Slider.Label className="unseen">{label}</Slider.Label>
      <Slider.Control>
        <Slider.Track>
          <Slider.Range />
        </Slider.Track>
        <Slider.Thumb index={0}>
          <Slider.HiddenInput />
        </Slider.Thumb>
      </Slider.Control>
    </Slider.Root>
  );
}
