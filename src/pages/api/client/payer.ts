import { AskPayer } from '#contracts/client';
import { counted } from '#server/http/counted';
import { linkEndpoint } from '#server/http/linkEndpoint';

/** Letters to somebody else count by the address that they go to, copies of the link by the client's own link. */
export const POST = linkEndpoint(AskPayer, (locals) => (request: AskPayer) => {
  const { to, link } = request;
  const about = { subject: () => to ?? link, counts: ({ ok }: { readonly ok: boolean }) => ok };
  return counted(locals, to === null ? 'payerCopy' : 'payerLetter', about, locals.app.askPayer)(request);
});
