import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import OutlinedInput from '@mui/material/OutlinedInput';
import { useState } from 'react';
import { LONGEST_NAME } from '@wold/core/limits';
import { LONGEST_WORDING } from '@wold/core/limits';
import type { Recipe } from '@wold/core/recipe/schema';
import type { Column } from '@wold/core/table/column';
import { COLUMN_TYPES, type ColumnType } from '@wold/core/table/columnType';
import type { ColumnDescription } from '@wold/core/table/describe';
import { shortName } from '@wold/core/writeup/format';
import { withColumn } from '@wold/core/recipe/edit/columns';
import { useEdit, useRecipe } from '../store/useStudy';
import form from '../theme/form.module.css';
import { Choice } from '../controls/Choice';
import styles from './Lens.module.css';

export const TYPE_NAMES: Readonly<Record<ColumnType, string>> = {
  number: 'number',
  whole: 'whole number',
  ordered: 'ordered categories',
  category: 'category',
  'yes-no': 'yes or no',
  date: 'date',
  text: 'text',
};

interface ColumnSheetProps {
  readonly column: Column;
  readonly description: ColumnDescription;
}

/** How a column's entries are understood, and what its codebook says; each can be said here. */
export function ColumnSheet({ column, description }: ColumnSheetProps) {
  const recipe = useRecipe();
  const said = recipe.columns.find(({ name }) => name === column.name)!;
  const made = recipe.made.some(({ name }) => name === column.name);
  return (
    <div className={form.form}>
      {!made && <TypeField column={column} description={description} said={said} />}
      {!made && <MissingCodes description={description} said={said} />}
      {!made && column.kind === 'number' && column.exceptions !== null && (
        <ExceptionValues column={column} said={said} />
      )}
      <CodebookFields key={column.name} said={said} numbers={column.kind === 'number'} />
    </div>
  );
}

type Said = Recipe['columns'][number];

function useColumnEdit(name: string) {
  const recipe = useRecipe();
  const edit = useEdit();
  return (change: { readonly [K in keyof Said]?: Said[K] | undefined }, of: string) =>
    edit(withColumn(recipe, name, change), `${of} ${name}`);
}

function TypeField({ description, said }: ColumnSheetProps & { said: Said }) {
  const change = useColumnEdit(said.name);
  const { type, reason } = description.type;
  return (
    <div className={form.field}>
      <Choice
        label="Its entries are"
        value={said.type ?? type}
        options={COLUMN_TYPES.map(other => [other, TYPE_NAMES[other]])}
        title={reason}
        onChoose={chosen => change({ type: chosen }, 'type')}
      />
      <span className="soft small">{reason}</span>
    </div>
  );
}

/** Entries that stand for a missing one: those taken as such, and those that look like it. */
function MissingCodes({ description, said }: { description: ColumnDescription; said: Said }) {
  const change = useColumnEdit(said.name);
  const { codes } = description;
  const undecided = said.missing === undefined && codes.some(({ counted }) => !counted);
  const counted = said.missing ?? codes.filter(code => code.counted).map(({ text }) => text);
  const set = (text: string, missing: boolean) =>
    change(
      { missing: missing ? [...counted, text] : counted.filter(other => other !== text) },
      'missing codes',
    );
  return (
    <fieldset className={styles.group} data-attention={undecided}>
      <legend className="soft">Entries that stand for a missing one</legend>
      <div className={form.checks}>
        {codes.map(({ text, count }) => (
          <label key={text}>
            <Checkbox checked={counted.includes(text)} onChange={event => set(text, event.target.checked)} />
            {shortName(text, 24)}
            <span className="soft">{count} ×</span>
          </label>
        ))}
        {counted
          .filter(text => !codes.some(code => code.text === text))
          .map(text => (
            <label key={text}>
              <Checkbox checked onChange={() => set(text, false)} />
              {shortName(text, 24)}
            </label>
          ))}
      </div>
      <AnotherCode key={counted.length} onCode={text => !counted.includes(text) && set(text, true)} />
      {undecided && (
        <p className="small">
          Some lie well apart from the rest, as codes do. Tick them, or{' '}
          <Button onClick={() => change({ missing: counted }, 'missing codes')}>they are values</Button>.
        </p>
      )}
    </fieldset>
  );
}

/** An entry that stands for a missing one, typed by hand. */
function AnotherCode({ onCode }: { onCode: (text: string) => void }) {
  const [text, setText] = useState('');
  const code = text.trim().replace('−', '-');
  return (
    <form
      className={form.line}
      onSubmit={event => {
        event.preventDefault();
        if (code !== '') onCode(code);
      }}
    >
      <OutlinedInput
        className={form.short}
        placeholder="another"
        value={text}
        onChange={event => setText(event.target.value)}
        slotProps={{ input: { 'aria-label': 'Another entry that stands for a missing one' } }}
      />
      <Button type="submit" disabled={code === ''}>
        is missing
      </Button>
    </form>
  );
}

/** Entries that are no numbers: missing unless they are given one. */
function ExceptionValues({ column, said }: { column: Column; said: Said }) {
  const change = useColumnEdit(said.name);
  const given = said.values ?? [];
  const numberFor = new Map(given.map(({ entry, number }) => [entry, number]));
  const texts = [...new Set([...column.exceptions!.texts, ...numberFor.keys()])].filter(
    text => said.missing?.includes(text) !== true,
  );
  if (texts.length === 0) return null;
  return (
    <fieldset className={styles.group}>
      <legend className="soft">Entries that are no numbers are missing, unless they stand for one</legend>
      {texts.slice(0, 12).map(text => (
        <label key={text} className={form.line}>
          “{shortName(text, 18)}” is
          <OutlinedInput
            className={form.short}
            placeholder="missing"
            defaultValue={numberFor.get(text) ?? ''}
            onBlur={event => {
              const others = given.filter(({ entry }) => entry !== text);
              const typed = event.target.value.trim().replace(',', '.');
              const value = Number(typed);
              if (typed === String(numberFor.get(text) ?? '') || Number.isNaN(value)) return;
              const values = typed === '' ? others : [...others, { entry: text, number: value }];
              change({ values: values.length > 0 ? values : undefined }, 'values');
            }}
            onKeyDown={event => event.key === 'Enter' && event.currentTarget.blur()}
            slotProps={{ input: { inputMode: 'decimal' } }}
          />
        </label>
      ))}
    </fieldset>
  );
}

function CodebookFields({ said, numbers }: { said: Said; numbers: boolean }) {
  const change = useColumnEdit(said.name);
  const text = (key: 'wording' | 'unit', longest: number) => ({
    defaultValue: said[key] ?? '',
    slotProps: { input: { maxLength: longest } },
    onBlur: (event: React.FocusEvent<HTMLInputElement | HTMLTextAreaElement>) => {
      const typed = event.target.value.trim();
      if (typed !== (said[key] ?? '')) change({ [key]: typed === '' ? undefined : typed }, key);
    },
  });
  return (
    <>
      <label className={form.field}>
        <span className="soft">Wording: what was asked or measured</span>
        <OutlinedInput multiline maxRows={6} {...text('wording', LONGEST_WORDING)} />
      </label>
      {numbers && (
        <div className={form.line}>
          <label>
            unit <OutlinedInput className={form.short} {...text('unit', LONGEST_NAME)} />
          </label>
          <ScaleEnds said={said} />
          <label>
            <Checkbox
              checked={said.reversed === true}
              onChange={event => change({ reversed: event.target.checked || undefined }, 'reversed')}
            />{' '}
            reversed
          </label>
        </div>
      )}
    </>
  );
}

/** The ends of a column's scale. */
function ScaleEnds({ said }: { said: Said }) {
  const change = useColumnEdit(said.name);
  const [ends, setEnds] = useState({
    least: String(said.scale?.least ?? ''),
    most: String(said.scale?.most ?? ''),
  });
  const keepEnds = () => {
    const [least, most] = [ends.least, ends.most].map(text =>
      text.trim() === '' ? NaN : Number(text.replace(',', '.')),
    ) as [number, number];
    if (least < most) change({ scale: { least, most } }, 'scale');
    else if (ends.least === '' && ends.most === '') change({ scale: undefined }, 'scale');
  };
  return (
    <span className={styles.ends}>
      <label>
        scale from{' '}
        <OutlinedInput
          style={{ width: 44 }}
          value={ends.least}
          onChange={event => setEnds({ ...ends, least: event.target.value })}
          onBlur={keepEnds}
          slotProps={{ input: { inputMode: 'decimal' } }}
        />
      </label>
      <label>
        to{' '}
        <OutlinedInput
          style={{ width: 44 }}
          value={ends.most}
          onChange={event => setEnds({ ...ends, most: event.target.value })}
          onBlur={keepEnds}
          slotProps={{ input: { inputMode: 'decimal' } }}
        />
      </label>
    </span>
  );
}
