import { OnRequest } from '#contracts/credit/credit';
import { copyRequestLink } from '#contracts/routes/credit/copyRequestLink';
import { served } from '#contracts/routes/served';

export const copyRequestLinkServed = served(copyRequestLink, {
  in: OnRequest,
  right: 'credit:write',
});
