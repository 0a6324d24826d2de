import type { Stretch } from '@wold/core/scenes/composite';
import { shortName } from '@wold/core/writeup/format';
import { ChoiceWord, NumberWord } from '../controls/Word';

interface CompositeWordsProps<T> {
  /** What can be shown. */
  readonly choices: readonly { readonly value: T; readonly name: string; readonly when?: string }[];
  /** One in grey, or three. */
  readonly shown: readonly T[];
  readonly how: Stretch;
  readonly onShown: (shown: T[]) => void;
  readonly onStretch: (how: Partial<Stretch>) => void;
  /** A noun for what is shown: "band". */
  readonly noun: string;
}

const COLOURS = ['red', 'green', 'blue'] as const;
/** Letters of a name in the sentence. */
const LONGEST = 28;

/** Which bands or dimensions a picture shows, as which colours, and how values become shades. */
export function CompositeWords<T>({ choices, shown, how, onShown, onStretch, noun }: CompositeWordsProps<T>) {
  const three = shown.length === 3;
  return (
    <>
      {shown.map((value, at) => (
        <span key={at}>
          {at > 0 && (at === shown.length - 1 ? ' and ' : ', ')}
          <ChoiceWord
            settles={three ? `The ${noun} in ${COLOURS[at]}` : `The ${noun} in grey`}
            value={value}
            word={shortName(choices.find(choice => choice.value === value)?.name ?? 'choose', LONGEST)}
            choices={choices}
            onChoose={chosen => onShown(shown.map((old, index) => (index === at ? chosen : old)))}
          />
        </span>
      ))}{' '}
      in{' '}
      <ChoiceWord
        settles="The colours of the picture"
        value={three}
        choices={[
          {
            value: true,
            name: 'red, green and blue',
            when: `Three ${noun}s at once: where they differ, colours part.`,
          },
          { value: false, name: 'grey', when: `One ${noun} alone: its detail is seen best.` },
        ]}
        onChoose={colours => {
          if (colours === three) return;
          const first = shown[0]!;
          const others = choices.map(({ value }) => value).filter(value => value !== first);
          onShown(colours ? [first, others[0] ?? first, others[1] ?? others[0] ?? first] : [first]);
        }}
      />
      , shades{' '}
      <ChoiceWord
        settles="How values become shades"
        value={how.stretch}
        choices={[
          {
            value: 'linear' as const,
            name: 'in proportion',
            when: 'A shade is as far along as its value is.',
          },
          {
            value: 'even' as const,
            name: 'evened out',
            when: 'Every shade is as common as any other: brings out detail where most values lie close.',
          },
        ]}
        onChoose={stretch => onStretch({ stretch })}
      />
      ,{' '}
      <NumberWord
        settles="Per cent cut off at either end"
        value={how.clip}
        word={`${how.clip} %`}
        least={0}
        most={25}
        why="A few very bright or dark pixels take up most of the shades; without them the rest is told apart better."
        onNumber={clip => onStretch({ clip })}
      />{' '}
      cut off at either end
    </>
  );
}
