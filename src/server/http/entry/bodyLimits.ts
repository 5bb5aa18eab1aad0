import { sizes } from '#contracts/routes/served';
import { routeAt } from '#server/http/routing';

/** What is no route of the table and may bring more than a form: pictures and files, events of processors. */
const larger: Readonly<Record<string, number>> = { '/api/files': 12 * 1024 * 1024, '/api/events/cards': sizes.cart };

/** The most bytes that a request to a path may bring. What says that it brings more is refused before it is read. */
export const bodyLimit = (method: string, path: string): number =>
  routeAt(method, path)?.route.limits.bytes ?? (Object.hasOwn(larger, path) ? larger[path]! : sizes.form);
