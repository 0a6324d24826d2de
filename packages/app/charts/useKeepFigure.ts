import { useContext } from 'react';
import { useParams } from 'react-router';
import { withFigure } from '@wold/core/recipe/edit/writeup';
import { drawnFrom } from '@wold/core/report/drawnFrom';
import { contentHash } from '@wold/core/stages/hash';
import { isDrawing, keepable } from '@wold/core/writeup/drawing';
import { count } from '@wold/core/writeup/format';
import { noticed } from '../store/noticeSlice';
import { edit } from '../store/studySlice';
import { useAppDispatch, useAppSelector } from '../store/store';
import { TableContext } from '../store/TableContext';
import type { Size } from './size';

/** Millimetres of a pixel of screens. */
const MM = 25.4 / 96;
/** The widest picture, as a page has room for. */
const WIDEST = 160;

/** Keeps a drawing for the write-up; null where no study is open. */
export type KeepFigure = ((stem: string, title: string, size: Size, svg: string) => void) | null;

/** How the chart of a question is kept for the write-up, with the sentence of its question as its caption. */
export function useKeepFigure(): KeepFigure {
  const dispatch = useAppDispatch();
  const study = useAppSelector(state => state.study.study);
  const table = useContext(TableContext);
  const { question } = useParams();
  if (study === null || table === null) return null;
  const { recipe, hand } = study;
  const reduction = recipe.reductions.find(({ id }) => id === hand) ?? recipe.reductions[0]!;
  const section =
    question === 'table' || question === 'preparation'
      ? 'data'
      : question === 'suitability'
        ? 'suitability'
        : reduction.id;
  return (stem, title, size, svg) => {
    const key = `${section} ${stem}`;
    const drawing = keepable(svg, `f${contentHash(key).slice(0, 8)}`);
    if (!isDrawing(drawing)) {
      dispatch(
        noticed({
          kind: 'problem',
          text: 'This chart could not be drawn for the write-up. Take its picture out instead.',
        }),
      );
      return;
    }
    const sentence = document.querySelector('[role="group"][aria-label="Brief"]')?.textContent?.trim() ?? '';
    const scale = Math.min(1, WIDEST / (size.width * MM));
    const known = recipe.writeup.figures.find(one => one.key === key);
    const figure = {
      key,
      section,
      title,
      caption: known?.caption ?? `${title}. ${sentence}`,
      width: known?.width ?? Math.round(size.width * MM * scale),
      height: Math.round(
        size.height * MM * scale * ((known?.width ?? size.width * MM * scale) / (size.width * MM * scale)),
      ),
      svg: drawing,
      of: drawnFrom(recipe, table.key, section),
    };
    const next = withFigure(recipe, figure);
    dispatch(edit(next, `figure ${key}`));
    const many = next.writeup.figures.length;
    dispatch(
      noticed({
        kind: 'done',
        text: `${known === undefined ? 'Kept for' : 'Drawn anew in'} the write-up, question 8: ${count(many, 'figure')} there.`,
      }),
    );
  };
}
