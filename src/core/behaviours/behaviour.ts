import type { Manner } from './tried.js';

/** What a control of the source does. */
export type BehaviourKind =
  | 'opens and closes'
  | 'opens'
  | 'hides'
  | 'chooses'
  | 'changes the look'
  | 'shows while pointed at'
  | 'steps'
  | 'changes words'
  | 'fills a field'
  | 'adds content'
  | 'leads elsewhere'
  | 'scrolls'
  | 'changes nothing visible';

/**
 * How it works without a script: a `dialog` that a button opens, `details`, a popover that holds nothing but the state and
 * which the rest of the page looks at, radio buttons or a check box, `:hover`, or what HTML does by itself.
 */
export type Means = 'dialog' | 'details' | 'state' | 'choice' | 'switch' | 'hover' | 'native';

/** An attribute of an element that is another one once the control was operated; null: none. */
export interface ElementChange {
  readonly element: number;
  readonly name: string;
  readonly to: string | null;
}

/** What a control does, by the numbers of the captured page. */
export interface PlannedBehaviour {
  readonly trigger: number;
  /** Where the control is in the source. */
  readonly path: string;
  /** What to call it: its label, or its words. */
  readonly name: string;
  readonly by: Manner;
  readonly kind: BehaviourKind;
  /** None: it cannot be done, for the reason given. */
  readonly means?: Means;
  readonly reason?: string;
  /** Id of the element that holds the state. */
  readonly id: string;
  /** Of the controls of which one is chosen: the name that they share. */
  readonly group?: string;
  /** What is chosen at rest. */
  readonly chosen?: true;
  /** What becomes visible, the outermost first; of a dialog, the dialog. */
  readonly target?: number;
  /** Of `details`: what becomes the summary, and what comes after it. */
  readonly summary?: { readonly branch: number; readonly content: number };
  readonly closers: readonly number[];
  /** Operating it once more brings the page back to rest. */
  readonly goesBack?: true;
  /** The path of what has to be operated before it can be seen. */
  readonly opener?: string;
  /** Of `details`: they are open at rest. */
  readonly open?: true;
  /** The state goes when something else is pressed. */
  readonly light?: true;
  /** By viewport width, widest first. */
  readonly states: readonly { readonly width: number; readonly changes: readonly ElementChange[] }[];
}

/** The same by the ids of a page document. */
export interface PageBehaviour extends Omit<PlannedBehaviour, 'trigger' | 'target' | 'summary' | 'closers' | 'states'> {
  /** Viewport widths at which something came of it, CSS px. */
  readonly widths: readonly number[];
  readonly trigger: string;
  readonly target?: string;
  readonly summary?: { readonly branch: string; readonly content: string };
  readonly closers: readonly string[];
}

export function pageBehaviour(planned: PlannedBehaviour, idAt: (element: number) => string): PageBehaviour {
  const { trigger, target, summary, closers, states, ...rest } = planned;
  return {
    ...rest,
    widths: states.map(({ width }) => width),
    trigger: idAt(trigger),
    ...(target === undefined ? {} : { target: idAt(target) }),
    ...(summary ? { summary: { branch: idAt(summary.branch), content: idAt(summary.content) } } : {}),
    closers: closers.map(idAt),
  };
}
