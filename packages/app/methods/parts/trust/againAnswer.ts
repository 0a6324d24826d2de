import type { Reduction } from '@wold/core/recipe/schema';
import type { Resamples } from '@wold/core/trust/resamples';
import type { Answer } from '../../../readings/answer';
import { useQuickResamples } from '../../../results/again';
import { stands, turningPlanes } from './turningPlanes';

/**
 * A method's own answer to whether it can be relied on, with the worst of how its dimensions come out of rows drawn anew,
 * where that is quick or was looked at.
 */
export function useAnswerWithAgain(reduction: Reduction, own: Answer): Answer {
  const { value, stale } = useQuickResamples(reduction);
  const worst = value === null || stale ? null : worstAgain(value);
  if (worst === null) return own;
  return {
    text: `${worst.text} · ${own.text}`,
    stale: own.stale,
    attention: own.attention + Number(worst.doubt !== ''),
    because: [worst.doubt, own.because].filter(part => part !== '').join('; '),
  };
}

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

/** A share as so many of 100; all of them only where it is all. */
export function per100(share: number): string {
  if (Number.isNaN(share)) return '–';
  const rounded = Math.round(100 * share);
  if (rounded === 100 && share < 1) return '99';
  return String(rounded === 0 && share > 0 ? 1 : rounded);
}
