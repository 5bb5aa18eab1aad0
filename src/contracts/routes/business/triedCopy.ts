import { view } from '#contracts/routes/route';

/** Everything that was tried, table by table, and its digest. */
export const triedCopy = view<object, { readonly digest: string; readonly tables: string }>('/api/begin/copy');
