import { slug } from '../text/slug.js';
import { firstWords, NameGiver } from '../text/words.js';
import type { BehaviourKind, ElementChange, Means, PlannedBehaviour } from './behaviour.js';
import { CapturedTree } from './tree.js';
import { summaryFor } from './summary.js';
import { isVisible, shapeOf, standTogether, tellingScreen } from './telling.js';
import { isStill, type OperatedState, type TriedControl, type TriedScreen } from './tried.js';

/** Attributes by which states are told apart; what is only said to a screen reader is said by the native element. */
const LOOKS = (name: string): boolean =>
  !/^(id|tabindex|aria-(label|labelledby|describedby|controls|owns|activedescendant))$/.test(name);

/** Says for every control that was operated what it does, and by which native means it goes on doing it. */
export function planBehaviours(tree: CapturedTree, tried: readonly TriedControl[]): PlannedBehaviour[] {
  return new Planner(tree, tried).plan();
}

class Planner {
  private readonly names = new NameGiver();

  constructor(
    private readonly tree: CapturedTree,
    private readonly tried: readonly TriedControl[],
  ) {
    for (const { attributes } of tree.nodes) if (attributes?.['id']) this.names.give(attributes['id']);
  }

  plan(): PlannedBehaviour[] {
    const groups = this.groups();
    const inGroups = new Map(groups.flatMap((group) => group.members.map((member) => [member, group] as const)));
    const exclusive = new Map(
      this.tried.flatMap((control) =>
        tellingScreen(control).exclusive ? [[shapeOf(control), this.names.give('one-of')] as const] : [],
      ),
    );
    const closers = new Set(this.tried.flatMap(({ screens }) => screens.flatMap((screen) => screen.closers)));
    /* Of what is both pressed and pointed at, what shows something counts. */
    const telling = this.tried.filter((control) => {
      const other = this.tried.find(({ path, by }) => path === control.path && by !== control.by);
      if (!other) return true;
      const [own, its] = [control, other].map((each) => isVisible(tellingScreen(each).state));
      return own === its ? control.by === 'press' : own === true;
    });
    return telling.flatMap((control): PlannedBehaviour[] => {
      const trigger = this.tree.at(control.path);
      if (trigger === undefined || closers.has(control.path)) return [];
      const group = inGroups.get(control);
      const screen = tellingScreen(control);
      return [
        group
          ? this.choice(control, trigger, group)
          : this.single(control, trigger, screen, exclusive.get(shapeOf(control))),
      ];
    });
  }

  /** Controls of one kind in one place, of which one undoes another: one of them is chosen at rest. */
  private groups(): Group[] {
    return standTogether(this.tried).flatMap((members): Group[] => {
      const choosing = members.filter((control) => {
        const { state, goesBack, closers, steps } = tellingScreen(control);
        return (
          !goesBack &&
          !steps &&
          closers.length === 0 &&
          isVisible(state) &&
          state.modal.length === 0 &&
          control.by === 'press'
        );
      });
      const resting = members.filter((control) => control.screens.every(({ state }) => !isVisible(state)));
      const one = resting[0];
      if (choosing.length === 0 || !one || resting.length !== 1) return [];
      const trigger = this.tree.at(one.path);
      const box = trigger === undefined ? undefined : this.tree.node(this.tree.parent(trigger)).attributes;
      const name = this.names.give(slug(box?.['aria-label'] ?? box?.['id'] ?? '', 24) || 'choice');
      return [{ members: members.filter((each) => choosing.includes(each) || each === one), resting: one, name }];
    });
  }

  private choice(control: TriedControl, trigger: number, { name, resting }: Group): PlannedBehaviour {
    return {
      trigger,
      path: control.path,
      name: this.nameOf(trigger),
      by: control.by,
      kind: 'chooses',
      means: 'choice',
      group: name,
      id: this.names.give(this.wordFor(trigger, undefined, name)),
      ...(control === resting ? { chosen: true } : {}),
      closers: [],
      states: this.statesOf(control),
    };
  }

  private single(
    control: TriedControl,
    trigger: number,
    screen: TriedScreen,
    exclusive: string | undefined,
  ): PlannedBehaviour {
    const { state, goesBack } = screen;
    const closers = [...new Set(control.screens.flatMap((each) => each.closers))].flatMap(
      (path) => this.tree.at(path) ?? [],
    );
    const isOpen = goesBack && state.shown.length === 0 && state.modal.length === 0 && state.hidden.length > 0;
    const first = isOpen ? state.hidden[0] : [...state.modal, ...state.shown][0];
    const seen = first === undefined ? undefined : this.tree.at(first);
    const judged = this.judge(control, trigger, screen, seen);
    const { kind, reason } = judged;
    const over = judged.means === 'state' && kind !== 'hides' && !isOpen ? this.dialogOf(control) : undefined;
    const means = over === undefined ? judged.means : 'dialog';
    const target = over ?? seen;
    const summary =
      means === 'state' && kind === 'opens and closes' && !screen.light
        ? summaryFor(this.tree, trigger, target, closers)
        : undefined;
    const known = means === 'hover' || means === 'switch' ? trigger : means === 'dialog' ? target : undefined;
    const ownId = known === undefined ? undefined : this.tree.node(known).attributes?.['id'];
    return {
      trigger,
      path: control.path,
      name: this.nameOf(trigger),
      by: control.by,
      kind,
      ...(means === undefined ? {} : { means: summary ? 'details' : means }),
      ...(reason === undefined ? {} : { reason }),
      id: means === undefined ? '' : (ownId ?? this.names.give(this.wordFor(trigger, target, 'more'))),
      ...(isOpen && summary ? { open: true as const } : {}),
      ...(target === undefined ? {} : { target }),
      ...(summary ? { summary } : {}),
      closers,
      ...(goesBack ? { goesBack: true as const } : {}),
      ...(screen.opener === undefined ? {} : { opener: screen.opener }),
      ...(screen.light || screen.exclusive || (!goesBack && closers.length === 0 && state.shown.length)
        ? { light: true }
        : {}),
      ...(summary && exclusive ? { group: exclusive } : {}),
      states: this.statesOf(control),
    };
  }

  private judge(
    { by }: TriedControl,
    trigger: number,
    screen: TriedScreen,
    target: number | undefined,
  ): { kind: BehaviourKind; means?: Means; reason?: string } {
    const { state, goesBack } = screen;
    const { tag, attributes = {} } = this.tree.node(trigger);
    const isSwitch =
      attributes['aria-pressed'] !== undefined || /^(switch|checkbox|menuitemcheckbox)$/.test(attributes['role'] ?? '');
    const isNative =
      tag === 'summary' || attributes['popovertarget'] !== undefined || attributes['commandfor'] !== undefined;
    if (isNative) return { kind: 'opens and closes', means: 'native' };
    if (state.values > 0) return { kind: 'fills a field', reason: 'HTML has no way to fill a field' };
    if (screen.steps) return STEPS;
    if (by === 'point') return isVisible(state) ? { kind: 'shows while pointed at', means: 'hover' } : NOTHING;
    /* Nothing but what pointing, focus or an address does: style sheets go on doing that. */
    const { changes, modal, popovers, added, shown, hidden } = state;
    if (changes.length + modal.length + popovers.length + added.length === 0 && shown.length + hidden.length > 0)
      return { kind: 'opens and closes', means: 'native' };
    if (state.modal.length) return { kind: 'opens', means: 'dialog' };
    if ((tag === 'input' || isSwitch) && goesBack && isVisible(state))
      return { kind: 'changes the look', means: 'switch' };
    if (state.shown.length && target !== undefined)
      return { kind: goesBack ? 'opens and closes' : 'opens', means: 'state' };
    if (state.hidden.length && !goesBack && this.closesItsBox(trigger, state))
      return {
        kind: 'hides',
        ...(tag === 'a' ? { means: 'native' as const } : { reason: 'only what opened it closes it' }),
      };
    if (state.hidden.length) return { kind: goesBack ? 'opens and closes' : 'hides', means: 'state' };
    if (state.added.length) return { kind: 'adds content', reason: 'what it adds is too large to come along' };
    if (isVisible(state)) return goesBack ? { kind: 'changes the look', means: 'switch' } : STEPS;
    if (state.texts > 0) return { kind: 'changes words', reason: 'HTML has no way to change words' };
    if (state.left !== undefined)
      return {
        kind: 'leads elsewhere',
        ...(tag === 'a' ? { means: 'native' as const } : { reason: `it leads to ${state.left}` }),
      };
    if (state.scrolled)
      return {
        kind: 'scrolls',
        ...(tag === 'a' ? { means: 'native' as const } : { reason: 'only a link can scroll to a place' }),
      };
    return isStill(state) || !isVisible(state) ? NOTHING : STEPS;
  }

  /**
   * What is opened over the page and keeps a visitor from the rest of it: it says that it is a dialog, or covers the window
   * and is closed from inside. On every screen on which it was opened.
   */
  private dialogOf({ screens }: TriedControl): number | undefined {
    const opened = screens.filter(({ state }) => state.shown.length);
    const found = opened.map(({ state, closers }) => {
      const own = state.layers.filter(({ path, covers }) => {
        const layer = this.tree.at(path);
        if (layer === undefined || !/^(div|section|aside|article)$/.test(this.tree.node(layer).tag ?? '')) return false;
        return this.isDialog(layer) || (covers && closers.some((closer) => closer.startsWith(`${path} > `)));
      });
      return own[0]?.path;
    });
    const [path] = found;
    return path !== undefined && found.every((each) => each === path) ? this.tree.at(path) : undefined;
  }

  private isDialog(layer: number): boolean {
    return [...this.tree.inside(layer)].some((at) => {
      const { role, 'aria-modal': modal } = this.tree.node(at).attributes ?? {};
      return role === 'dialog' || role === 'alertdialog' || modal === 'true';
    });
  }

  /** Whether a control hides what it is in, and another one opens that. */
  private closesItsBox(trigger: number, { hidden }: OperatedState): boolean {
    const own = hidden.filter((path) => {
      const box = this.tree.at(path);
      return box !== undefined && this.tree.isIn(trigger, box);
    });
    return this.tried.some(({ screens }) =>
      screens.some(({ state }) => own.some((path) => state.shown.includes(path) || state.modal.includes(path))),
    );
  }

  private statesOf({ screens }: TriedControl): PlannedBehaviour['states'] {
    return screens
      .filter(({ state }) => isVisible(state))
      .map(({ width, state }) => ({
        width,
        changes: state.changes.flatMap(({ path, name, to }): ElementChange[] => {
          const element = this.tree.at(path);
          return element === undefined || !LOOKS(name) ? [] : [{ element, name, to }];
        }),
      }));
  }

  private nameOf(trigger: number): string {
    const { attributes = {}, tag = '' } = this.tree.node(trigger);
    const label = attributes['aria-label'] || this.tree.text(trigger) || attributes['title'];
    return label ? firstWords(label) : attributes['id'] ? `#${attributes['id']}` : tag;
  }

  private wordFor(trigger: number, target: number | undefined, otherwise: string): string {
    const { attributes = {} } = this.tree.node(trigger);
    const words = attributes['aria-label'] ?? this.tree.text(trigger);
    const own = target === undefined ? undefined : this.tree.node(target).attributes?.['id'];
    return `${slug(own ?? words, 24) || otherwise}-${target === undefined ? 'chosen' : 'open'}`;
  }
}

interface Group {
  readonly members: readonly TriedControl[];
  readonly resting: TriedControl;
  readonly name: string;
}

const NOTHING = { kind: 'changes nothing visible', reason: 'operating it showed nothing' } as const;
const STEPS = { kind: 'steps', reason: 'each press shows something else' } as const;
