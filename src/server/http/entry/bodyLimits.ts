import { sizes } from '#contracts/routes/served';
import { routeAt } from '#server/http/routes/routing';

/** What is no route of the table and may bring more than a form: pictures and files, events of processors. */
const files = 12 * 1024 * 1024;
const largerThanForms = (path: string): number =>
  path === '/api/files' ? files : path.startsWith('/api/events/') ? sizes.cart : sizes.form;

/** The most bytes that a request to a path may bring. What says that it brings more is refused before it is read. */
export const bodyLimit = (method: string, path: string): number =>
  routeAt(method, path)?.route.limits.bytes ?? largerThanForms(path);
