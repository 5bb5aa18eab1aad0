import type { Actor } from '#core/people/actor';
import { cancellationOf, cancelledFact } from '#core/bookings/cancellationOf';
import type { Claimed } from '#core/bookings/facts';
import { wallOfInstant } from '#core/calendar/zoned';
import { atCost } from '#core/fee/cost';
import { type Minor, minor } from '#core/money/minor';
import { closeOutOf } from '#core/closeout/closeOutOf';
import { mayPay } from '#core/payments/mayPay';
import type { CardUsed } from '#core/payments/processorCall';
import { price } from '#core/price/price';
import { waivedTerms } from '#core/catalogue/waiver';
import { settledTerms } from '#core/quotes/settledTerms';
import { cardAgreement } from '#core/wording/consent';
import { askedFor, emailOf } from '#demo/tell';
import type { DemoBooking, Happening } from '#demo/scenario';
import { Life } from '#demo/years/life';
import type { Scene } from '#demo/years/scene';
import { demoCard } from '#demo/ways';
import { noBillData } from '#core/invoices/party';
import { bookingRow } from '#server/bookings/insertBooking';
import { dealOf } from '#server/bookings/dealOf';
import { describe } from '#server/jobs/run/jobKinds';
import { pricedBy } from '#server/usecases/bookings/createBooking';
import type { clients } from '#server/database/schema/clients';
import { randomUUID } from 'node:crypto';

type ClientRow = typeof clients.$inferSelect;
const notErased = { accountLimit: null, erasedAt: null, erasedBy: null };
const client: Actor = { kind: 'client', device: null };

function clientOf({ clients: known, written }: Scene, name: string): ClientRow {
  const email = emailOf(name);
  const before = known.get(`${email} ${name}`);
  if (before) return before;
  const made: ClientRow = { id: randomUUID(), name, email, phone: '', bill: noBillData, ...notErased };
  known.set(`${email} ${name}`, made);
  written.piece.clients.push(made);
  return made;
}

/** What `createBooking` does: the owner books, and the client gets a letter. @returns null where there is no room */
export async function begin(scene: Scene, told: DemoBooking, requestKey: string): Promise<Life | null> {
  const { owner, services, terms, taxes, written, places, clock, person } = scene;
  const service = services.get(told.service)!;
  const version = terms.get(service.termsId)!;
  const { lines, ...about } = askedFor(told, service.taxCodes);
  const priced = pricedBy(taxes, { lines }, service);
  if ('unknown' in priced) throw new Error(`no tax ${priced.unknown}`);
  const reckoned = price(priced.input);
  const rules = waivedTerms(version.rules, service.extras, { lines, total: reckoned.total });
  const known = clientOf(scene, told.client);
  const { timeZone } = owner;
  const asked = {
    ...about,
    id: randomUUID(),
    requestKey,
    clientId: known.id,
    currency: service.currency,
    price: priced.input,
    termsId: version.termsId,
    termsVersion: version.version,
    terms: settledTerms(rules, { settling: 'online', accountDays: 30 }),
  };
  const { start, end } = about;
  if (!places.take({ bookingId: asked.id, rules: service.booking, start, end, count: 1, timeZone })) return null;
  written.lastNumber += 1;
  const agreed = wallOfInstant(clock.now, timeZone);
  const row = bookingRow(asked, { clientId: known.id, timeZone, agreed, priced: reckoned, place: written.lastNumber });
  const booking = { ...row, mode: null };
  written.piece.bookings.push(booking);
  const life = new Life(scene, { booking, client: known, facts: [] });
  life.record([{ kind: 'agreed', at: clock.now, by: 'owner' }], person);
  await life.runDue();
  return life;
}

/** What `payByClient` does with a card that is typed in: all that is due now. */
async function pay(life: Life, { card: behaviour }: Extract<Happening, { do: 'pay' }>, key: string): Promise<void> {
  const { network, account, cost } = life.scene;
  const current = life.bookingState();
  const amount = current.position.dueNow;
  if (amount === 0) return;
  const { token, last4 } = network.tokenise(demoCard(key, behaviour));
  const card: CardUsed = { id: randomUUID(), token, last4, account: account.id };
  const may = mayPay(atCost(current, cost), dealOf(life.loaded.booking), { amount });
  if (!may.ok) throw new Error(`${key}: ${may.refusal.code}`);
  const { charged, ...more } = may.value;
  const description = describe(life.loaded);
  const request = { kind: 'pay' as const, card, ...cardAgreement(current), description, ...more };
  await life.carryOut(life.openIntent(`client:${key}-try`, { request, amount: charged }, client));
  await life.runDue();
}

/** What `closeOut` does. */
async function closeOut(life: Life, claims: readonly Claimed[], coverBalance: boolean): Promise<void> {
  const current = life.bookingState();
  if (current.stage !== 'toCloseOut') return;
  const { person } = life.scene;
  const { total, tax } = life.loaded.booking;
  const closing = closeOutOf(current, { claims, coverBalance }, { total, tax, at: life.now });
  if (!closing.ok) throw new Error(closing.refusal.code);
  const { facts, capture, refunds } = closing.value;
  const back = life.giveBack(refunds, 'closed', person);
  life.record([...facts, ...back.facts], person);
  const capturing = capture && life.openIntent('closeOut', capture, person);
  await life.runDue();
  if (capturing !== null) {
    await life.carryOut(capturing);
    await life.runDue();
  }
  await back.afterwards?.();
}

/** What `cancelBooking` does. */
async function cancel(life: Life, by: 'client' | 'business' | 'no_show'): Promise<void> {
  const { person } = life.scene;
  const decided = cancellationOf(life.bookingState(), by);
  if (decided.fromHold > 0) throw new Error('nothing is kept from a hold in ordinary lives');
  const back = life.giveBack(decided.refunds, 'cancelled', person);
  life.record([cancelledFact(decided, by, life.now), ...back.facts], person);
  await life.runDue();
  await back.afterwards?.();
  await life.runDue();
}

async function record(life: Life, receiptId: string, amount: Minor, method: 'cash' | 'transfer' | 'cheque') {
  life.record([{ kind: 'received', at: life.now, receiptId, amount, method }], life.scene.person);
  await life.runDue();
}

/** What happens to a booking by its client's hand or its owner's. */
export async function happenTo(life: Life, happening: Happening, key: string): Promise<void> {
  switch (happening.do) {
    case 'pay':
      return pay(life, happening, key);
    case 'record':
      return record(life, key, minor(happening.amount), happening.method);
    case 'closeOut': {
      const claims = (happening.claims ?? []).map(([reason, amount], at) => ({
        id: `claim-${at + 1}`,
        reason,
        amount: minor(amount),
      }));
      return closeOut(life, claims, happening.coverBalance ?? false);
    }
    case 'cancel':
      return cancel(life, happening.by);
    case 'giveCard':
    case 'own':
    case 'acceptGap':
    case 'change':
      throw new Error(`${happening.do} is no part of an ordinary life`);
  }
}
