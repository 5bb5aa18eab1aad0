import type { Instant } from '#core/calendar/instant';
import { advanceNetwork, networkMoments } from '#world/cardNetwork/advance';
import { deliverEvents, type Post, repeatEvent, type SecretOf } from '#world/cardNetwork/events';
import { agree, openStandIns } from '#world/accounts/adapters';
import { outcomeAtReader, presentCard, readerScreen } from '#world/accounts/reader';
import { accountsView, refuseRenewals } from '#world/accounts/view';
import { type BankBehaviour, testBankAccount, testBankAccounts } from '#world/accounts/testBankAccounts';
import { answerConfirmation } from '#world/cardNetwork/processor';
import { tokenise } from '#world/cardNetwork/tokenise';
import { readNetwork } from '#world/cardNetwork/view';
import { confirmationOf } from '#world/cardNetwork/confirmation';
import { type CardBehaviour, testCards, testNumber } from '#world/cardNetwork/testCards';
import { openClock } from '#world/clock/clock';
import type { WorldDatabase } from '#world/database';
import type { Faults } from '#world/faults/faults';
import { shareFaults } from '#world/faults/shared';
import { withFaults, withMailFaults } from '#world/faults/faulty';
import { openMailbox } from '#world/mailbox/mailbox';
import { openSmtp } from '#world/mailbox/smtp';

export type StandIns = Awaited<ReturnType<typeof openWorld>>;

/** The simulated outside world, with its own tables, behind the same ports that real services would use. */
export async function openWorld(settings: {
  db: WorldDatabase;
  baseUrl: string;
  eventSecrets: SecretOf;
  post: Post;
  /** How it misbehaves. */
  faults: Faults;
  /** Whether the process was begun with faults of its own. */
  begunWithFaults?: boolean;
  /** Where messages go out for real, besides being kept. */
  smtpUrl?: string | undefined;
}) {
  const { db, baseUrl, eventSecrets, post, smtpUrl, faults, begunWithFaults = false } = settings;
  const clock = await openClock(db);
  const shared = await shareFaults(db, faults, begunWithFaults);
  const mailbox = openMailbox(db, clock, smtpUrl ? openSmtp(smtpUrl) : null);
  return {
    clock,
    adapters: withFaults(faults, openStandIns({ db, clock, baseUrl, eventSecrets })),
    mailbox: withMailFaults(faults, mailbox.port),
    faults,
    setFaults: shared.set,
    /** Takes over what another process has moved or set. */
    refresh: async (): Promise<void> => {
      await clock.refresh();
      await shared.refresh();
    },
    mail: mailbox,
    /** Carries out what is due in the world and delivers its events. @returns whether anything happened, else when something will */
    async advance(): Promise<{ readonly acted: boolean; readonly next: Instant | null }> {
      const moments = await networkMoments(db);
      const next =
        Object.values(moments)
          .filter((at) => at !== null)
          .sort()[0] ?? null;
      if (next === null || next > clock.now()) return { acted: false, next };
      const acted = await advanceNetwork(db, clock, moments);
      return { acted: (await deliverEvents(db, clock, eventSecrets, post, faults)) > 0 || acted, next: null };
    },
    tokenise: (account: string, typed: string) => tokenise(db, account, typed),
    agree: (about: Parameters<typeof agree>[1]) => agree(db, about),
    accounts: () => accountsView(db),
    refuseRenewals: (account: string, refuses: boolean) => refuseRenewals(db, account, refuses),
    readerScreen: () => readerScreen(db),
    outcomeAtReader: (reference: string) => outcomeAtReader(db, reference),
    presentCard: (reference: string, typed: string | null) => presentCard({ db, clock }, reference, typed),
    confirmation: (secret: string) => confirmationOf(db, secret),
    answerConfirmation: (secret: string, yes: boolean) => answerConfirmation({ db, clock }, secret, yes),
    testCards: Object.entries(testCards).map(([behaviour, { label }]) => ({
      number: testNumber(behaviour as CardBehaviour, 7315),
      label,
    })),
    testBankAccounts: Object.entries(testBankAccounts).map(([behaviour, { label }]) => ({
      number: testBankAccount(behaviour as BankBehaviour, 7315),
      label,
    })),
    network: () => readNetwork(db),
    repeat: (id: string) => repeatEvent(db, eventSecrets, post, id),
  };
}
