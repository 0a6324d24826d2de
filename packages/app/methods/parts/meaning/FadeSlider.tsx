import Slider from '@mui/material/Slider';
import { fixed } from '@wold/core/writeup/format';

interface FadeSliderProps {
  readonly value: number;
  readonly onChange: (value: number) => void;
}

/** The size under which loadings fade. */
export function FadeSlider({ value, onChange }: FadeSliderProps) {
  return (
    <Slider
      size="small"
      aria-label="Fade loadings under"
      min={0}
      max={1}
      step={0.05}
      value={value}
      getAriaValueText={size => fixed(size, 2)}
      onChange={(_, size) => onChange(size)}
    />
  );
}
