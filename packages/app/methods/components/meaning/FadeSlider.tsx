import Slider from '@mui/material/Slider';
import type { Reduction } from '@wold/core/recipe/schema';
import { fixed } from '../../../charts/format';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { useEdit, useRecipe } from '../../../store/useStudy';

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
      value={reduction.settings.fade}
      getAriaValueText={value => fixed(value, 2)}
      onChange={(_, value) => edit(withSettings(recipe, reduction, { fade: value }), `fade ${reduction.id}`)}
    />
  );
}
