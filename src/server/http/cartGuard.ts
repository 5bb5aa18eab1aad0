import type { CheckOut } from '#contracts/checkout/checkout';
import { openCarts, type Visitor } from '#server/checkout/carts';
import { wasBooked } from '#server/checkout/wasBooked';
import { lettersOf } from '#server/checkout/lettersOf';
import { hashedNetworks, householdOf } from '#server/rateLimits/network';
import { hashOfToken } from '#server/links/clientLink';
import type { APIContext } from 'astro';

export type { CheckOutRefusal } from '#server/usecases/checkout/checkOut';

type Locals = APIContext['locals'];
type Challenge = Awaited<ReturnType<Locals['app']['work']['challenge']>>;
export type CartRefusal =
  | { readonly code: 'too_many_carts' | 'too_many_letters'; readonly seconds: number }
  /** The device does the work and sends the same once more. */
  | { readonly code: 'work_wanted'; readonly challenge: Challenge };

/** From so many open carts of a network on, and from so many in all, each further one wants work first. */
const freeHere = 1;
const freeInAll = 12;

export const visitorOf = ({ address }: Locals, device: string): Visitor => ({
  device: hashOfToken(device),
  networks: hashedNetworks(address),
});

/** Why a visitor's cart is not looked at now; null where it is. docs/security.md says what it lets through. */
export async function cartRefusal(locals: Locals, visitor: Visitor, request: CheckOut): Promise<CartRefusal | null> {
  const { app, address } = locals;
  const { limits } = app;
  const { db } = app.deps;
  const { networks } = visitor;
  // A repeat of what was booked before is answered as it was.
  if (await wasBooked(db, request.requestKey)) return null;
  if (!(await limits.room('unpaidHere', { networks })))
    return { code: 'too_many_carts', seconds: await limits.wait('unpaidHere', { networks }) };
  if (await wantsWork(locals, visitor, request)) {
    if (request.proof === undefined || !(await app.work.isDone(request.proof)))
      return { code: 'work_wanted', challenge: await app.work.challenge() };
  }
  const subject = request.clientEmail;
  const cart = await limits.take('cart', { address, subject });
  if (!cart.ok) return { code: 'too_many_carts', seconds: cart.seconds };
  const letters = await lettersOf(db, request.items);
  if (letters === 0) return null;
  const mail = await limits.take('strangersLetter', { address, subject }, letters);
  return mail.ok ? null : { code: 'too_many_letters', seconds: mail.seconds };
}

async function wantsWork({ app }: Locals, { networks, device }: Visitor, { items }: CheckOut): Promise<boolean> {
  const { limits } = app;
  const { db } = app.deps;
  if (!(await limits.room('unpaidInAll', {}))) return true;
  for (const { serviceId } of items) if (!(await limits.room('unpaidOfService', { subject: serviceId }))) return true;
  if ((await openCarts(db, { network: householdOf(networks)!, butOf: device })).carts >= freeHere) return true;
  return (await openCarts(db)).carts >= freeInAll;
}
