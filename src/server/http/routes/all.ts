import { bookingsRoutes } from '#server/http/routes/bookings';
import { paymentsRoutes } from '#server/http/routes/payments';
import { paymentMethodsRoutes } from '#server/http/routes/paymentMethods';
import { booksRoutes } from '#server/http/routes/books';
import { settingsRoutes } from '#server/http/routes/settings';
import { checkoutRoutes } from '#server/http/routes/checkout';
import { clientPageRoutes } from '#server/http/routes/clientPage';
import { clientsRoutes } from '#server/http/routes/clients';
import { closeoutRoutes } from '#server/http/routes/closeout';
import { claimsRoutes } from '#server/http/routes/claims';
import { returnsRoutes } from '#server/http/routes/returns';
import { courtesiesRoutes } from '#server/http/routes/courtesies';
import { creditRoutes } from '#server/http/routes/credit';
import { paymentRequestsRoutes } from '#server/http/routes/paymentRequests';
import { disputesRoutes } from '#server/http/routes/disputes';
import { invoicesRoutes } from '#server/http/routes/invoices';
import { authRoutes } from '#server/http/routes/auth';
import { messagesRoutes } from '#server/http/routes/messages';
import { quotePageRoutes } from '#server/http/routes/quotePage';
import { placesRoutes } from '#server/http/routes/places';
import { quotesRoutes } from '#server/http/routes/quotes';
import { agreementsRoutes } from '#server/http/routes/agreements';
import { catalogueRoutes } from '#server/http/routes/catalogue';
import { standInsRoutes } from '#server/http/routes/standIns';
import { failuresRoutes } from '#server/http/routes/failures';
import type { ServedRoute } from '#server/http/serve';

/** Every route of the server, each under a path and method of its own. */
export const allRoutes: readonly ServedRoute[] = [
  bookingsRoutes,
  paymentsRoutes,
  paymentMethodsRoutes,
  booksRoutes,
  settingsRoutes,
  checkoutRoutes,
  clientPageRoutes,
  clientsRoutes,
  closeoutRoutes,
  claimsRoutes,
  returnsRoutes,
  courtesiesRoutes,
  creditRoutes,
  paymentRequestsRoutes,
  disputesRoutes,
  invoicesRoutes,
  authRoutes,
  messagesRoutes,
  quotePageRoutes,
  placesRoutes,
  quotesRoutes,
  agreementsRoutes,
  catalogueRoutes,
  standInsRoutes,
  failuresRoutes,
].flat();
