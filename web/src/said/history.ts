/** What was said by actions, and how it was before each: what a screen can undo. Actions are typed; what each is in words, and which are one with the one before, is told of the action. */

const MOST_STEPS = 200;

/** An action in words, and what was said before it. */
export interface Step<S> {
  what: string;
  /** Actions of one name that follow each other are one step; null for those that never are. */
  one: string | null;
  before: S;
}

export interface History<S> {
  said: S;
  steps: Step<S>[];
}

/** What may be done to a thing that is said: how it is afterwards, and how that is told. */
export interface Sayable<S, A> {
  apply: (now: S, action: A) => S;
  inWords: (action: A) => string;
  /** As Step.one. */
  oneWith: (action: A) => string | null;
}

/** Beside what may be said: to take the last step back, and to begin anew. */
export type OfHistory<S> = { do: "undo" } | { do: "begin anew"; with: S };

export const beginning = <S>(said: S): History<S> => ({ said, steps: [] });

/** The reducer of a history. */
export const historyOf =
  <S, A extends { do: string }>({ apply, inWords, oneWith }: Sayable<S, A>) =>
  (now: History<S>, action: A | OfHistory<S>): History<S> => {
    if (isUndo(action)) return { said: now.steps.at(-1)?.before ?? now.said, steps: now.steps.slice(0, -1) };
    if (isAnew(action)) return beginning(action.with);
    const one = oneWith(action);
    const goesOn = one !== null && now.steps.at(-1)?.one === one;
    return {
      said: apply(now.said, action),
      steps: goesOn ? now.steps : [...now.steps.slice(1 - MOST_STEPS), { what: inWords(action), one, before: now.said }],
    };
  };

const isUndo = <S>(action: { do: string } | OfHistory<S>): action is { do: "undo" } => action.do === "undo";
const isAnew = <S>(action: { do: string } | OfHistory<S>): action is { do: "begin anew"; with: S } => action.do === "begin anew";
