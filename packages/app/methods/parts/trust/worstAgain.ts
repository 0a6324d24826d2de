import type { Resamples } from '@wold/core/trust/resamples';
import { per100 } from '@wold/core/writeup/format';
import { stands, turningPlanes } from './turningPlanes';

/** The dimension that is there again in the fewest of 100 resamples; null before there is one. */
export function worstAgain({
  again,
  planes,
}: Pick<Resamples, 'again' | 'planes'>): { readonly text: string; readonly doubt: string } | null {
  const least = again.reduce((low, share) => Math.min(low, share), Infinity);
  if (!Number.isFinite(least)) return null;
  if (stands(least)) return { text: `stable in ${per100(least)} of 100`, doubt: '' };
  const d = again.indexOf(least);
  const turning = turningPlanes({ planes, again }).find(first => d === first || d === first + 1);
  if (turning !== undefined) {
    const pair = `${turning + 1} and ${turning + 2}`;
    return {
      text: `${pair} turn in their plane`,
      doubt: `dimensions ${pair} turn within a plane that stands`,
    };
  }
  return {
    text: `${d + 1} again in ${per100(least)} of 100`,
    doubt: `dimension ${d + 1} is there again in only ${per100(least)} of 100 resamples`,
  };
}
