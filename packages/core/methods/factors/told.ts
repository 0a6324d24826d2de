import { entry } from '../../algebra/matrix';
import { retention } from '../../dimensions/stages';
import { figure, fixed } from '../../writeup/format';
import { cell, type PrintTable } from '../../writeup/printTable';
import { ledgerOrder } from '../leading';
import { outcomePrint, outcomeTold } from '../outcomeReport';
import { votesPrint, votesTold } from '../votesReport';
import type { ReductionReport, ReportSource } from '../work';
import type { Factors } from './factors';
import { factorName, methodsTold, resultsTold } from './paragraphs';
import { fadeOf } from './salience';
import type { FactorsSettings } from './settings';
import * as stages from './stages';
import type { FactorsAsk } from './stages';

type Source = ReportSource<FactorsSettings, FactorsAsk, Factors>;

/** What is said of common factors in a report. */
export async function factorsReport(source: Source): Promise<ReductionReport> {
  const { settings, ask, preparation, figure: find, rows, output, key } = source;
  const { result, names } = output;
  const m = result.rotated.pattern.columns;
  const votes = await find(retention, { preparation, without: ask.without, settings: settings.retention });
  const cast = 'problem' in votes ? null : votes;
  const outcome =
    settings.outcome === null || !rows
      ? null
      : await find(stages.outcomeOnFactors, {
          ...ask,
          outcome: settings.outcome,
          seed: settings.retention.seed,
        });
  const foretold = outcome === null || 'problem' in outcome ? null : outcome;
  const unnamed = Array.from({ length: m }, (_, d) => d).filter(
    d => !names.some(({ dimension }) => dimension === d + 1),
  ).length;
  return {
    noun: 'Factor',
    methods: methodsTold(output, source),
    results: [
      ...(cast === null || cast.votes.length === 0 ? [] : [votesTold(key('votes'), cast)]),
      ...resultsTold(output, source),
      ...(foretold === null ? [] : [outcomeTold(foretold, 'The factors’ scores foretell', source)]),
    ],
    tables: [
      ...(cast === null ? [] : [votesPrint(key('votes table'), cast)]),
      loadingsPrint(source),
      ...(result.rotated.oblique ? [structurePrint(source), phiPrint(source)] : []),
      fitPrint(source),
      ...(foretold === null
        ? []
        : [
            outcomePrint(
              foretold,
              Array.from({ length: m }, (_, d) => factorName(names, d + 1)),
              source,
            ),
          ]),
    ],
    checks: [
      { what: 'which correlations, and of how many rows', at: key('method'), remedy: '', question: 4 },
      { what: 'how factors were extracted', at: key('method'), remedy: '', question: 4 },
      { what: 'how the number of factors was settled', at: key('kept'), remedy: '', question: 4 },
      {
        what: 'how they were rotated, and why so',
        at: m > 1 ? key('rotation') : key('kept'),
        remedy: '',
        question: 4,
      },
      { what: 'all loadings, communalities and uniquenesses', at: key('loadings'), remedy: '', question: 5 },
      {
        what: 'correlations of the factors',
        at: result.rotated.oblique ? key('phi table') : key('rotation'),
        remedy: '',
        question: 5,
      },
      {
        what: 'how the model fits',
        at: result.fit === null ? null : key('fit'),
        remedy: 'Fit needs the number of rows, and correlations that have an inverse.',
        question: 7,
      },
      { what: 'how reliable the leading items are', at: key('dimension 1'), remedy: '', question: 7 },
      {
        what: 'what each factor means',
        at: unnamed === 0 ? key('dimension 1') : null,
        remedy: `Name ${unnamed === m ? 'the factors' : `the other ${unnamed}`} in question 5.`,
        question: 5,
      },
    ],
  };
}

const headerOf = ({ output: { result, names } }: Source): string[] =>
  Array.from({ length: result.rotated.pattern.columns }, (_, d) => factorName(names, d + 1));

function loadingsPrint(source: Source): PrintTable {
  const { output, settings, key, print } = source;
  const { result, wordings } = output;
  const { rotated, communalities, uniquenesses, measures, structureSquares, reliabilities, n } = result;
  const { pattern, oblique } = rotated;
  const header = headerOf(source);
  const fade = fadeOf(settings, n);
  return {
    key: key('loadings'),
    title: `${oblique ? 'Pattern loadings' : 'Loadings'} of ${measures.length} measures on ${header.length} common factor${header.length === 1 ? '' : 's'}`,
    head: ['measure', ...header, 'communality', 'uniqueness'],
    lines: ledgerOrder(pattern).map(j => ({
      name: measures[j]!,
      wording: wordings.get(measures[j]!) ?? '',
      cells: [
        ...header.map((_, d) => {
          const value = entry(pattern, j, d);
          const small = Math.abs(value) < fade;
          return { text: small && settings.small === 'leave out' ? '' : print.coefficient(value), small };
        }),
        cell(print.coefficient(communalities[j]!)),
        cell(print.coefficient(uniquenesses[j]!)),
      ],
    })),
    foot: [
      {
        name: oblique ? 'Sum of squared structure loadings' : 'Sum of squared loadings',
        cells: [...header.map((_, d) => cell(fixed(structureSquares[d]!, 2))), cell(''), cell('')],
      },
      {
        name: 'Cronbach’s α',
        cells: [...reliabilities.map(({ alpha }) => cell(print.coefficient(alpha))), cell(''), cell('')],
      },
      {
        name: 'McDonald’s ω',
        cells: [...reliabilities.map(({ omega }) => cell(print.coefficient(omega))), cell(''), cell('')],
      },
    ],
    note: `${oblique ? 'Sums of correlated factors overlap and do not add up. ' : ''}Loadings under ${print.coefficient(fade)} are ${settings.small === 'leave out' ? 'left out' : 'grey'}. α and ω are of the measures that each factor leads, reversed where they load negatively.`,
    question: 5,
  };
}

function structurePrint(source: Source): PrintTable {
  const { output, key, print } = source;
  const { measures, rotated } = output.result;
  return {
    key: key('structure'),
    title: 'Structure: correlations of the measures with the factors',
    head: ['measure', ...headerOf(source)],
    lines: ledgerOrder(rotated.pattern).map(j => ({
      name: measures[j]!,
      wording: output.wordings.get(measures[j]!) ?? '',
      cells: headerOf(source).map((_, d) => cell(print.coefficient(entry(rotated.structure, j, d)))),
    })),
    note: 'The pattern times the correlations of the factors.',
    question: 5,
  };
}

function phiPrint(source: Source): PrintTable {
  const { output, key, print } = source;
  const { phi } = output.result.rotated;
  const header = headerOf(source);
  return {
    key: key('phi table'),
    title: 'Correlations of the factors',
    head: ['', ...header],
    lines: header.map((name, a) => ({
      name,
      cells: header.map((_, b) => cell(b < a ? print.coefficient(entry(phi, a, b)) : b === a ? '1' : '')),
    })),
    note: 'Of the model, not of scores.',
    question: 5,
  };
}

function fitPrint({ output, key, print }: Source): PrintTable {
  const { fit, residuals } = output.result;
  const line = (name: string, text: string) => ({ name, cells: [cell(text)] });
  return {
    key: key('fit table'),
    title: 'Fit of the factors',
    head: ['figure', 'value'],
    lines: [
      ...(fit === null
        ? []
        : [
            line('χ², Bartlett’s correction', fixed(fit.corrected.value, 1)),
            line('degrees of freedom', String(fit.df)),
            line('p', print.p(fit.corrected.p).replace(/^=\u00a0/, '')),
            line('RMSEA', fixed(fit.rmsea, 3)),
            line('RMSEA, 90 % interval', `${fixed(fit.rmseaLow, 3)} to ${fixed(fit.rmseaHigh, 3)}`),
            line('TLI', fixed(fit.tli, 3)),
            line('CFI', fixed(fit.cfi, 3)),
            line('BIC', figure(fit.bic)),
          ]),
      line('SRMR', fixed(residuals.srmr, 3)),
      line('residuals beyond ±.05', print.percent(residuals.beyond)),
    ],
    note: 'RMSEA over n − 1 of the plain χ² (Steiger and Lind 1980); TLI (Tucker and Lewis 1973) and CFI (Bentler 1990) against uncorrelated measures.',
    question: 7,
  };
}
