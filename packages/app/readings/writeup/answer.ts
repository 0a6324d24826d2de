import { useMemo } from 'react';
import { editedReport } from '@wold/core/report/edited';
import { count } from '@wold/core/writeup/format';
import { useReport } from '../../results/reports';
import { useRecipe } from '../../store/useStudy';
import type { Answer } from '../answer';

/** 9 tables · 2 figures */
export function useWriteupAnswer(): Answer {
  const { report, stale } = useReport(false);
  const { writeup } = useRecipe();
  const read = useMemo(() => (report === null ? null : editedReport(report, writeup)), [report, writeup]);
  const figures = count(writeup.figures.length, 'figure');
  if (read === null) {
    const text = writeup.figures.length === 0 ? 'grows from your choices' : `${figures} kept`;
    return { text, stale: false, attention: 0, because: '' };
  }
  const tables = read.sections.reduce((sum, section) => sum + section.tables.length, 0);
  return {
    text: [
      count(tables, 'table'),
      figures,
      ...(read.changed === 0 ? [] : [`${count(read.changed, 'number')} changed`]),
    ].join(' · '),
    stale,
    attention: read.changed,
    because: read.changed === 0 ? '' : 'numbers changed since the report was taken as read',
  };
}
