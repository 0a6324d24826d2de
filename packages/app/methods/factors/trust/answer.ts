import { fixed } from '@wold/core/writeup/format';
import type { Answer } from '../../../readings/answer';
import { useAnswerWithAgain } from '../../parts/trust/againAnswer';
import { useFactors, type FactorReduction } from '../results';
import { GOOD_FIT } from './rules';

/** RMSEA .058 · SRMR .039 */
export const useFitAnswer = (reduction: FactorReduction): Answer =>
  useAnswerWithAgain(reduction, useOwnAnswer(reduction));

function useOwnAnswer(reduction: FactorReduction): Answer {
  const { value, stale, problem } = useFactors(reduction);
  if (problem !== null || value === null) {
    return { text: 'not judged yet', stale: problem === null, attention: 0, because: '' };
  }
  const { fit, residuals, extraction, rotated } = value;
  const short = (figure: number) => fixed(figure, 3).replace(/^0/, '');
  const bad = [
    ...(extraction.converged ? [] : ['the extraction did not converge']),
    ...(rotated.converged ? [] : ['the rotation did not settle']),
    ...(fit !== null && fit.rmsea > GOOD_FIT.rmsea ? [`RMSEA over ${GOOD_FIT.rmsea}`] : []),
    ...(residuals.srmr > GOOD_FIT.srmr ? [`SRMR over ${GOOD_FIT.srmr}`] : []),
  ];
  return {
    text: `${fit === null || Number.isNaN(fit.rmsea) ? '' : `RMSEA\u00a0${short(fit.rmsea)} · `}SRMR\u00a0${short(residuals.srmr)}`,
    stale,
    attention: bad.length,
    because: bad.join('; '),
  };
}
