import type { AnyOccasion } from '#core/wording/originalWordings';

export type WordingLine = {
  readonly occasion: AnyOccasion;
  readonly subject: string;
  readonly body: string;
  readonly off: boolean;
  readonly copyTo: readonly string[];
  /** 0 while it says what the original says. */
  readonly edition: number;
};
export type SentMessage = {
  readonly id: string;
  readonly occasion: string;
  readonly subject: string;
  readonly to: string;
  readonly copyTo: readonly string[];
  readonly number: string;
  /** `failed`: given up. */
  readonly state: 'outgoing' | 'sent' | 'failed';
  /** It waits to be called back. */
  readonly waits: boolean;
  readonly when: string;
  readonly body: readonly string[];
};
export type MessagesView = {
  readonly wordings: readonly WordingLine[];
  readonly outbox: readonly SentMessage[];
  /** How many letters there are in all: the newest are here. */
  readonly letters: number;
};
