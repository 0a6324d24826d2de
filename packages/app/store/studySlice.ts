import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { freshReduction } from '@wold/core/recipe/fresh';
import { scoreColumnsOf } from '@wold/core/recipe/scoreColumns';
import type { Recipe, Reduction, RowMap } from '@wold/core/recipe/schema';
import { distinctNames } from '@wold/core/table/distinctNames';
import type { Role } from '@wold/core/table/role';
import type { QuestionRoute } from '../readings/questions';
import type { StudyRecord } from '../storage/database';

/** What is selected; shared by every chart and table of the study. */
export interface Selection {
  readonly rows: readonly number[];
  /** Names of columns; the last is the one the lens tells of. */
  readonly columns: readonly string[];
  /** A dimension of the reduction in hand, counted from 1. */
  readonly dimension: number | null;
}

export interface StudyState {
  readonly study: StudyRecord | null;
  readonly selection: Selection;
  /** Levels of the colouring label that the map shows alone, by code; empty for all. -1 is no level. */
  readonly isolated: readonly number[];
  /** The last edit, which one of the same thing soon after is merged with. */
  readonly lastEdit: { readonly of: string; readonly at: number };
}

export const nothing: Selection = { rows: [], columns: [], dimension: null };
const noEdit = { of: '', at: 0 };
const initial: StudyState = { study: null, selection: nothing, isolated: [], lastEdit: noEdit };

const MOST_PAST = 100;
/** Changes of the same thing within this time are one step of undo. */
const ONE_STEP = 1000;

/** An edit of the recipe, with what it changes: edits of the same thing in quick succession are undone together. */
interface EditPayload {
  readonly recipe: Recipe;
  readonly of: string;
  readonly at: number;
}

const slice = createSlice({
  name: 'study',
  initialState: initial,
  reducers: {
    opened: (state, { payload }: PayloadAction<StudyRecord>) => {
      const same = state.study?.id === payload.id;
      return { ...initial, study: payload, selection: same ? state.selection : nothing };
    },
    /** What another tab has decided, or what this one's change was put on top of; what is in hand here stays. */
    followed(state, { payload }: PayloadAction<StudyRecord>) {
      const { study } = state;
      if (study === null || study.id !== payload.id) return state;
      const { hand, beside, seen } = study;
      return { ...state, study: withHand({ ...payload, hand, beside, seen }), lastEdit: noEdit };
    },
    closed: () => initial,
    edited(state, { payload }: PayloadAction<EditPayload>) {
      const study = state.study;
      if (study === null || payload.recipe === study.recipe) return state;
      const { of, at, recipe } = payload;
      const merges = of === state.lastEdit.of && at - state.lastEdit.at < ONE_STEP;
      const past =
        merges && study.past.length > 0 ? study.past : [...study.past, study.recipe].slice(-MOST_PAST);
      return {
        ...state,
        study: withHand({ ...study, recipe, past, future: [], changed: at }),
        lastEdit: { of, at },
      };
    },
    undone(state) {
      const study = state.study;
      const previous = study?.past.at(-1);
      if (!study || !previous) return state;
      const future = [study.recipe, ...study.future];
      return {
        ...state,
        study: withHand({ ...study, recipe: previous, past: study.past.slice(0, -1), future }),
        lastEdit: noEdit,
      };
    },
    redone(state) {
      const study = state.study;
      const next = study?.future[0];
      if (!study || !next) return state;
      const past = [...study.past, study.recipe];
      return { ...state, study: withHand({ ...study, recipe: next, past, future: study.future.slice(1) }) };
    },
    tookInHand(state, { payload }: PayloadAction<string>) {
      if (state.study === null) return state;
      const beside = state.study.beside === payload ? null : state.study.beside;
      return { ...state, study: { ...state.study, hand: payload, beside } };
    },
    setBeside(state, { payload }: PayloadAction<string | null>) {
      if (state.study === null || payload === state.study.hand) return state;
      return { ...state, study: { ...state.study, beside: payload === state.study.beside ? null : payload } };
    },
    lookedAt(state, { payload }: PayloadAction<QuestionRoute>) {
      if (state.study === null || state.study.seen.includes(payload)) return state;
      return { ...state, study: { ...state.study, seen: [...state.study.seen, payload] } };
    },
    answered(state, { payload }: PayloadAction<{ route: QuestionRoute; answer: string }>) {
      if (state.study === null || state.study.answers[payload.route] === payload.answer) return state;
      const answers = { ...state.study.answers, [payload.route]: payload.answer };
      return { ...state, study: { ...state.study, answers } };
    },
    renamed(state, { payload }: PayloadAction<string>) {
      if (state.study === null || payload.trim() === '') return state;
      return { ...state, study: { ...state.study, name: payload.trim() } };
    },
    isolatedLevel(state, { payload }: PayloadAction<number>) {
      const others = state.isolated.filter(code => code !== payload);
      return { ...state, isolated: others.length < state.isolated.length ? others : [...others, payload] };
    },
    showedAllLevels: state => ({ ...state, isolated: [] }),
    selected(state, { payload }: PayloadAction<Partial<Selection>>) {
      return { ...state, selection: { ...nothing, ...payload } };
    },
  },
});

export const {
  opened,
  followed,
  closed,
  undone,
  redone,
  tookInHand,
  setBeside,
  lookedAt,
  answered,
  renamed,
  isolatedLevel,
  showedAllLevels,
  selected,
} = slice.actions;
export const studyReducer = slice.reducer;

/** A change of the recipe; `of` names what it changes, see {@link EditPayload}. */
export const edit = (recipe: Recipe, of: string) => slice.actions.edited({ recipe, of, at: Date.now() });

/** The reduction in hand must be one of the recipe's. */
function withHand(study: StudyRecord): StudyRecord {
  const ids = study.recipe.reductions.map(reduction => reduction.id);
  const hand = ids.includes(study.hand) ? study.hand : ids.at(-1)!;
  const beside =
    study.beside !== null && ids.includes(study.beside) && study.beside !== hand ? study.beside : null;
  return { ...study, hand, beside };
}

/** The recipe with another role for some columns, and why where they are set aside. */
export function withRoles(recipe: Recipe, names: readonly string[], role: Role, why?: string): Recipe {
  const columns = recipe.columns.map(column => {
    const { aside: _, ...others } = column;
    if (names.includes(column.name)) return { ...others, role, ...(why ? { aside: why } : {}) };
    // One column weighs the rows.
    return role === 'weight' && column.role === 'weight' ? { ...column, role: 'aside' as const } : column;
  });
  return { ...recipe, columns };
}

/** The recipe with a label made from another column; one of the same name is made anew. */
export function withMadeColumn(recipe: Recipe, made: Recipe['made'][number]): Recipe {
  const others = recipe.made.filter(({ name }) => name !== made.name);
  const known = recipe.columns.some(({ name }) => name === made.name);
  return {
    ...recipe,
    made: [...others, made],
    // Columns of scores stay last.
    columns: known
      ? recipe.columns
      : recipe.columns.toSpliced(recipe.columns.length - recipe.scores.length, 0, {
          name: made.name,
          role: 'label',
        }),
  };
}

/**
 * The recipe with the scores of a reduction's kept dimensions as columns of the table. They colour and filter at once;
 * a role makes them measures. The reduction itself leaves them out.
 *
 * @param names of the dimensions, in their order
 * @param frozen what they depend on now, where they are not to follow the reduction
 */
export function withScoreColumns(
  recipe: Recipe,
  reduction: Reduction,
  names: readonly string[],
  frozen: Recipe['scores'][number]['frozen'],
): Recipe {
  const distinct = distinctNames(
    names,
    recipe.columns.map(({ name }) => name),
  );
  const added = distinct.map((name, d) => ({ name, reduction: reduction.id, dimension: d + 1, frozen }));
  const without = [...reduction.without, ...added.map(({ name }) => name)];
  return withReduction(
    {
      ...recipe,
      scores: [...recipe.scores, ...added],
      columns: [...recipe.columns, ...added.map(({ name }) => ({ name, role: 'label' as const }))],
    },
    reduction.id,
    { without },
  );
}

/** The recipe with a column of scores frozen as it is now. */
export function withFrozenScores(recipe: Recipe, name: string): Recipe {
  const request = scoreColumnsOf(recipe).find(score => score.name === name)?.request ?? null;
  return {
    ...recipe,
    scores: recipe.scores.map(score =>
      score.name === name ? { ...score, frozen: request as typeof score.frozen } : score,
    ),
  };
}

/** The recipe without a made column, nor any that is made from it. */
export function withoutMadeColumn(recipe: Recipe, name: string): Recipe {
  const gone = new Set([name]);
  for (const made of recipe.made) if (gone.has(made.from)) gone.add(made.name);
  return {
    ...recipe,
    made: recipe.made.filter(made => !gone.has(made.name)),
    scores: recipe.scores.filter(score => !gone.has(score.name)),
    columns: recipe.columns.filter(column => !gone.has(column.name)),
    reductions: recipe.reductions.map(reduction =>
      reduction.map.colour !== null && gone.has(reduction.map.colour)
        ? { ...reduction, map: { ...reduction.map, colour: null } }
        : reduction,
    ),
  };
}

/** The recipe with another preparation. */
export function withPreparation(recipe: Recipe, change: Partial<Recipe['preparation']>): Recipe {
  return { ...recipe, preparation: { ...recipe.preparation, ...change } };
}

/** The recipe with rows set aside, or only placed; or brought back where there is no reason. */
export function withRowsAside(
  recipe: Recipe,
  rows: readonly number[],
  reason: string | null,
  placed = false,
): Recipe {
  const { rowsAside } = recipe.preparation;
  const others = rowsAside.rows.filter(({ row }) => !rows.includes(row));
  const added = reason === null ? [] : rows.map(row => ({ row, reason, placed }));
  const all = [...others, ...added].sort((a, b) => a.row - b.row);
  return withPreparation(recipe, { rowsAside: { ...rowsAside, rows: all } });
}

/** The recipe with a change of one reduction. */
export function withReduction(recipe: Recipe, id: string, change: Partial<Reduction>): Recipe {
  const reductions = recipe.reductions.map(reduction =>
    reduction.id === id ? { ...reduction, ...change } : reduction,
  );
  return { ...recipe, reductions };
}

/** The recipe with a change of one reduction's map. */
export function withMap(recipe: Recipe, reduction: Reduction, change: Partial<RowMap>): Recipe {
  return withReduction(recipe, reduction.id, { map: { ...reduction.map, ...change } });
}

/** The recipe with a dimension's name, or without one where the name is blank. */
export function withDimensionName(
  recipe: Recipe,
  reduction: Reduction,
  dimension: number,
  name: string,
): Recipe {
  const others = reduction.names.filter(named => named.dimension !== dimension);
  const names = name.trim() === '' ? others : [...others, { dimension, name: name.trim() }];
  return withReduction(recipe, reduction.id, { names });
}

/** The recipe with one more reduction, which starts with the colour of the one in hand; and the new one's id. */
export function withNewReduction(recipe: Recipe, hand: Reduction): { recipe: Recipe; id: string } {
  const taken = new Set(recipe.reductions.map(reduction => reduction.id));
  let number = recipe.reductions.length + 1;
  while (taken.has(`components-${number}`)) number++;
  const id = `components-${number}`;
  const added = freshReduction(id, `Components ${number}`, hand.map.colour);
  return { recipe: { ...recipe, reductions: [...recipe.reductions, added] }, id };
}

/** The recipe without a reduction; the last one stays. */
export function withoutReduction(recipe: Recipe, id: string): Recipe {
  if (recipe.reductions.length === 1) return recipe;
  return { ...recipe, reductions: recipe.reductions.filter(reduction => reduction.id !== id) };
}
