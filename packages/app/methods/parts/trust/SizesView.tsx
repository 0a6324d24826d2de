import { useCallback } from 'react';
import type { Reduction } from '@wold/core/recipe/schema';
import type { Sizes } from '@wold/core/trust/sizes';
import { fileStem } from '@wold/core/writeup/fileStem';
import { ChartHost } from '../../../charts/ChartHost';
import type { Size } from '../../../charts/size';
import { Resulting } from '../../../readings/Problem';
import { useSizes } from '../../../results/again';
import { useMode } from '../../../theme/ThemeMode';
import { sizesNumbers } from './resamplesNumbers';
import { sizesOption } from './sizesOption';
import styles from './TrustReading.module.css';

interface SizesViewProps {
  readonly reduction: Reduction;
  readonly names: readonly string[];
}

/** How many rows would do: how often each dimension is there again in fewer rows, and in twice as many. */
export function SizesView({ reduction, names }: SizesViewProps) {
  const sizes = useSizes(reduction);
  return (
    <Resulting reading={sizes}>
      {value => <SizesChart reduction={reduction} names={names} sizes={value} />}
    </Resulting>
  );
}

function SizesChart({ reduction, names, sizes }: SizesViewProps & { readonly sizes: Sizes }) {
  const { tokens, mode } = useMode();
  const option = useCallback(
    (size: Size) => sizesOption({ sizes, names, mode }, tokens, size),
    [sizes, names, mode, tokens],
  );
  const numbers = useCallback(() => sizesNumbers(sizes, names), [sizes, names]);
  return (
    <div className={styles.sizes}>
      <ChartHost
        label="How many rows would do: how often each dimension is there again, by how many rows are drawn"
        fileStem={`${fileStem(reduction.name)}-rows-that-would-do`}
        option={option}
        numbers={numbers}
      />
    </div>
  );
}
