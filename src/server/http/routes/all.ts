import { bookingsRoutes } from '#server/http/routes/bookings';
import { businessRoutes } from '#server/http/routes/business';
import { booksRoutes } from '#server/http/routes/books';
import { checkoutRoutes } from '#server/http/routes/checkout';
import { clientRoutes } from '#server/http/routes/client';
import { clientsRoutes } from '#server/http/routes/clients';
import { closingRoutes } from '#server/http/routes/closing';
import { creditRoutes } from '#server/http/routes/credit';
import { disputeRoutes } from '#server/http/routes/disputes';
import { documentsRoutes } from '#server/http/routes/documents';
import { doorRoutes } from '#server/http/routes/door';
import { messagesRoutes } from '#server/http/routes/messages';
import { offerRoutes } from '#server/http/routes/offer';
import { payingRoutes } from '#server/http/routes/paying';
import { placesRoutes } from '#server/http/routes/places';
import { quotesRoutes } from '#server/http/routes/quotes';
import { servicesRoutes } from '#server/http/routes/services';
import { standInsRoutes } from '#server/http/routes/standIns';
import { termsRoutes } from '#server/http/routes/terms';
import { throughRoutes } from '#server/http/routes/through';
import { waysRoutes } from '#server/http/routes/ways';
import type { ServedRoute } from '#server/http/serve';

/** Every route of the server, each under a path and method of its own. */
export const allRoutes: readonly ServedRoute[] = [
  bookingsRoutes,
  payingRoutes,
  closingRoutes,
  disputeRoutes,
  termsRoutes,
  servicesRoutes,
  placesRoutes,
  quotesRoutes,
  creditRoutes,
  messagesRoutes,
  throughRoutes,
  businessRoutes,
  waysRoutes,
  documentsRoutes,
  booksRoutes,
  clientsRoutes,
  doorRoutes,
  clientRoutes,
  checkoutRoutes,
  offerRoutes,
  standInsRoutes,
].flat();
