import type { BookingRow } from '#server/bookings/lockBooking';
import type { Tx } from '#server/database/database';
import { services } from '#server/database/schema/business';
import { eq } from 'drizzle-orm';

/** Whether clients may add a tip to what they pay for this service. */
export async function takesTips(tx: Tx, { serviceId }: Pick<BookingRow, 'serviceId'>): Promise<boolean> {
  const [service] = await tx.select({ rules: services.booking }).from(services).where(eq(services.id, serviceId));
  return service?.rules?.tip ?? false;
}
