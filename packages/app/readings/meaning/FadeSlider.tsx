import Slider from '@mui/material/Slider';
import type { Reduction } from '@wold/core/recipe/schema';
import { fixed } from '../../charts/format';
import { withReduction } from '../../store/studySlice';
import { useEdit, useRecipe } from '../../store/useStudy';

/** The size under which loadings fade. */
export function FadeSlider({ reduction }: { reduction: Reduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  return (
    <Slider
      size="small"
      aria-label="Fade loadings under"
      min={0}
      max={1}
      step={0.05}
      value={reduction.fade}
      getAriaValueText={value => fixed(value, 2)}
      onChange={(_, value) =>
        edit(withReduction(recipe, reduction.id, { fade: value }), `fade ${reduction.id}`)
      }
    />
  );
}
