import { SaveBookingBill } from '#contracts/clients/clients';
import { saveBookingBill } from '#contracts/routes/clients/saveBookingBill';
import { served } from '#contracts/routes/served';

export const saveBookingBillServed = served(saveBookingBill, { in: SaveBookingBill, right: 'clients:write' });
