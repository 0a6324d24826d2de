import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Recipe } from '@wold/core/recipe/schema';
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
  /** Whether the others stay in sight, pale, to be held against it. */
  readonly against: boolean;
  /** The row that is pointed at on one of several maps; null for none. */
  readonly pointed: number | null;
  /** Views that were chosen, by what they are views of. */
  readonly views: readonly { readonly of: string; readonly view: string }[];
  /** The last edit, which one of the same thing soon after is merged with. */
  readonly lastEdit: { readonly of: string; readonly at: number };
}

export const nothing: Selection = { rows: [], columns: [], dimension: null };
const noEdit = { of: '', at: 0 };
const initial: StudyState = {
  study: null,
  selection: nothing,
  isolated: [],
  against: false,
  pointed: null,
  views: [],
  lastEdit: noEdit,
};

const MOST_PAST = 100;
/** Reductions beside the one in hand. */
export const MOST_BESIDE = 3;
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
      const { selection, views } = same ? state : initial;
      return { ...initial, study: withHand(payload), selection, views };
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
      const { hand } = state.study;
      // What stood beside and is taken in hand gives its place to what was in hand.
      const beside = state.study.beside.map(id => (id === payload ? hand : id));
      return { ...state, study: { ...state.study, hand: payload, beside } };
    },
    /** Sets one beside the one in hand, or takes it away again; of more than there is room for the first goes. */
    setBeside(state, { payload }: PayloadAction<string>) {
      if (state.study === null || payload === state.study.hand) return state;
      const others = state.study.beside.filter(id => id !== payload);
      const beside =
        others.length < state.study.beside.length ? others : [...others, payload].slice(-MOST_BESIDE);
      return { ...state, study: { ...state.study, beside } };
    },
    lookedAt(state, { payload }: PayloadAction<QuestionRoute>) {
      if (state.study === null || state.study.seen.includes(payload)) return state;
      return { ...state, study: { ...state.study, seen: [...state.study.seen, payload] } };
    },
    renamed(state, { payload }: PayloadAction<string>) {
      if (state.study === null || payload.trim() === '') return state;
      return { ...state, study: { ...state.study, name: payload.trim() } };
    },
    isolatedLevel(state, { payload }: PayloadAction<number>) {
      const others = state.isolated.filter(code => code !== payload);
      const isAlone = others.length === 0 && state.isolated.length === 1;
      if (isAlone && !state.against) return { ...state, against: true };
      const isolated = others.length < state.isolated.length ? others : [...others, payload];
      return { ...state, isolated, against: false };
    },
    pointedAt: (state, { payload }: PayloadAction<number | null>) =>
      state.pointed === payload ? state : { ...state, pointed: payload },
    showedAllLevels: state => ({ ...state, isolated: [], against: false }),
    viewed(state, { payload }: PayloadAction<{ of: string; view: string }>) {
      return { ...state, views: [...state.views.filter(({ of }) => of !== payload.of), payload] };
    },
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
  renamed,
  isolatedLevel,
  pointedAt,
  showedAllLevels,
  selected,
  viewed,
} = slice.actions;
export const studyReducer = slice.reducer;

/** A change of the recipe; `of` names what it changes, see {@link EditPayload}. */
export const edit = (recipe: Recipe, of: string) => slice.actions.edited({ recipe, of, at: Date.now() });

/** The reduction in hand must be one of the recipe's. */
function withHand(study: StudyRecord): StudyRecord {
  const ids = study.recipe.reductions.map(reduction => reduction.id);
  const hand = ids.includes(study.hand) ? study.hand : ids.at(-1)!;
  const beside = study.beside.filter(id => ids.includes(id) && id !== hand);
  return { ...study, hand, beside };
}
