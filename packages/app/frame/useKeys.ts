import { useEffect, useRef } from 'react';
import { QUESTIONS, type QuestionRoute } from '../readings/questions';

export interface KeyActions {
  readonly question: (route: QuestionRoute) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly previousReduction: () => void;
  readonly nextReduction: () => void;
  readonly lens: () => void;
  readonly shelf: () => void;
  readonly newReduction: () => void;
  readonly colour: () => void;
  readonly find: () => void;
  readonly help: () => void;
}

/** Keys that work everywhere in a study, but where something is being typed or a menu is open. */
export function useKeys(actions: KeyActions): void {
  const latest = useRef(actions);
  useEffect(() => {
    latest.current = actions;
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => press(event, latest.current);
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
}

function press(event: KeyboardEvent, actions: KeyActions): void {
  if (event.defaultPrevented || isTyping(event.target)) return;
  const action = event.ctrlKey || event.metaKey ? withControl(event, actions) : plain(event, actions);
  if (action === undefined) return;
  event.preventDefault();
  action();
}

function withControl(event: KeyboardEvent, actions: KeyActions): (() => void) | undefined {
  const key = event.key.toLowerCase();
  if (key === 'z') return event.shiftKey ? actions.redo : actions.undo;
  if (key === 'y') return actions.redo;
  return undefined;
}

function plain(event: KeyboardEvent, actions: KeyActions): (() => void) | undefined {
  if (event.altKey) return undefined;
  const question = QUESTIONS.find(({ number }) => String(number) === event.key);
  if (question !== undefined) return () => actions.question(question.route);
  switch (event.key) {
    case '[':
      return actions.previousReduction;
    case ']':
      return actions.nextReduction;
    case 'l':
      return actions.lens;
    case 'b':
      return actions.shelf;
    case 'n':
      return actions.newReduction;
    case 'c':
      return actions.colour;
    case '/':
      return actions.find;
    case '?':
      return actions.help;
    default:
      return undefined;
  }
}

function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target.closest('[role=menu], [role=listbox], [role=combobox], [role=dialog]') !== null) return true;
  const type = target instanceof HTMLInputElement ? target.type : '';
  if (target.tagName === 'INPUT') return type !== 'checkbox' && type !== 'radio' && type !== 'range';
  return target.isContentEditable || target.tagName === 'TEXTAREA' || target.tagName === 'SELECT';
}
