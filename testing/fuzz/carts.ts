import { asRow, type House, type Row } from './house';

/** What a cart of one day with a telescope comes to, as the booking page computes it: told by the refusal of a wrong sum. */
async function cart(house: House, serviceId: string): Promise<Row> {
  const from = 20 + house.draw.below(120);
  const [start, end] =
    serviceId === 'first-night'
      ? [house.wall(from, '21:00'), house.wall(from, '23:00')]
      : [house.wall(from, '18:00'), house.wall(from + 2, '18:00')];
  const items = [{ serviceId, start, end, count: 1, extras: {} }];
  return {
    requestKey: house.key(),
    clientName: 'Ines Valadar',
    clientEmail: `ines${house.draw.below(1e6)}@example.com`,
    phone: '+351 912 345 678',
    note: '',
    items,
    agreedName: 'Ines Valadar',
    filled: { place: 'In the garden' },
    seen: { total: 0, dueNow: 0, at: house.now },
  };
}

/** A cart that can be sent, with the sums that it comes to. */
export async function rightCart(house: House, serviceId = 'binoculars'): Promise<Row> {
  const asked = await cart(house, serviceId);
  const { body } = await house.me.post('/api/client/checkout', asked);
  const told = asRow(asRow(asRow(body).detail).now ?? asRow(body).detail);
  const sums = { total: Number(told.total ?? 0), dueNow: Number(told.dueNow ?? 0) };
  return { ...asked, requestKey: house.key(), seen: { ...sums, at: house.now } };
}
