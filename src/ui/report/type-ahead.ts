/** What is typed after the command list was asked for and before it is there: it is for the list, and acts on nothing else. */
import { useView } from './view.ts';

interface Ahead {
  text: string;
  /** Enter was pressed after it */
  isTaken: boolean;
}

let typed: Ahead = { text: '', isTaken: false };

function listen(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  if (event.key === 'Escape') {
    useView.setState({ commands: false });
    typedAhead();
  } else if (event.key === 'Enter') typed.isTaken = true;
  else if (event.key === 'Backspace') typed.text = typed.text.slice(0, -1);
  else if (event.key.length === 1) typed.text += event.key;
  event.preventDefault();
  event.stopPropagation();
}

/** Asks for the command list. */
export function openCommandList(): void {
  typedAhead();
  document.addEventListener('keydown', listen, { capture: true });
  useView.setState({ commands: true });
}

/** The letters typed until now. */
export function textAhead(): string {
  return typed.text;
}

/** What was typed until now; from now on keys go where they are pressed. */
export function typedAhead(): Ahead {
  document.removeEventListener('keydown', listen, { capture: true });
  const ahead = typed;
  typed = { text: '', isTaken: false };
  return ahead;
}
