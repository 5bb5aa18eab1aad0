/** The first hour, in the order of the job. */
export const beginSteps = ['offer', 'money', 'pay', 'look', 'try'] as const;
export type BeginStep = (typeof beginSteps)[number];
export type StepState = 'done' | 'left' | 'open';

/** What the owner said of the steps: those that were gone through, those that were left for later, and whether it is over. */
export type Begun = {
  readonly done: readonly BeginStep[];
  readonly left: readonly BeginStep[];
  readonly over: boolean;
  /** Test accounts that went with what was tried: what their processors still tell of it is in no book. */
  readonly cleaned?: readonly string[];
};
export const notBegun: Begun = { done: [], left: [], over: false };

/** What is there, whoever made it and however. */
export type There = { readonly service: boolean; readonly wayToPay: boolean; readonly secured: boolean };

/**
 * Where each step stands. A step is done where what it makes is there; what can be taken as it is (terms, look) is done
 * when it was gone through.
 */
export function stepStates(begun: Begun, there: There): Record<BeginStep, StepState> {
  const made: Record<BeginStep, boolean> = {
    offer: there.service,
    money: begun.done.includes('money'),
    pay: there.wayToPay,
    look: begun.done.includes('look'),
    try: there.secured,
  };
  const states = beginSteps.map((step): [BeginStep, StepState] => [
    step,
    made[step] ? 'done' : begun.left.includes(step) ? 'left' : 'open',
  ]);
  return Object.fromEntries(states) as Record<BeginStep, StepState>;
}

/** The steps that are still to be gone through, those left for later among them; none where it is over. */
export const openSteps = (begun: Begun, there: There): BeginStep[] => {
  const states = stepStates(begun, there);
  return begun.over ? [] : beginSteps.filter((step) => states[step] !== 'done');
};
