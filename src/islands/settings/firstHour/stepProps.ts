import type { BeginView } from '#contracts/settings/begin';

/** What each step is given; `changed` shows the client's page anew, `done` goes on. */
export type StepProps = { readonly view: BeginView; readonly done: () => void; readonly changed: () => void };
