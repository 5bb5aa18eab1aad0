import {
  abandonServed,
  agreeAnewServed,
  answerClaimServed,
  askChangeServed,
  askPayerServed,
  clientViewServed,
  confirmServed,
  giveBillServed,
  giveCardServed,
  payRequestServed,
  payServed,
  previewMoveServed,
  requestViewServed,
  sendCodeServed,
  signChangeServed,
  useCardServed,
  useCodeServed,
  useCreditServed,
  useVoucherServed,
  withdrawByLawServed,
  withdrawConsentServed,
} from '#contracts/routes/clientPage.server';
import { serve, serveView, type ServedRoute } from '#server/http/serve';
import type { OnLink, UseCode } from '#contracts/clientPage/client';
import { counted, countedCard, countedVoucher } from '#server/http/counted';
import { mayOpen, maySeeAll } from '#server/http/device';
import { refuse } from '#core/result';

export const clientRoutes: readonly ServedRoute[] = [
  serve(agreeAnewServed, ({ app }) => app.agreeAnew),
  serve(answerClaimServed, ({ app }) => app.answerClaim),
  serve(withdrawByLawServed, ({ app }) => app.withdrawByLaw),
  serve(withdrawConsentServed, ({ app }) => app.withdrawConsent),
  serve(abandonServed, ({ app }) => app.abandonPayment),
  serve(askChangeServed, ({ app }) => app.askChange),
  serve(confirmServed, ({ app }) => app.confirmByClient),
  serve(giveBillServed, (visit) => async (request) => {
    // The page of a booking opens on a device that was confirmed; what it changes asks the same.
    if (request.of === 'booking' && !(await mayOpen(visit, request.key)))
      return refuse({ code: 'link_unknown' as const });
    return visit.app.giveBill(request);
  }),
  serve(giveCardServed, (visit) => countedCard(visit, visit.app.giveCard)),
  serve(payServed, (visit) => countedCard(visit, visit.app.payByClient)),
  serve(askPayerServed, (visit) => (request) => {
    const { to, link } = request;
    const about = { subject: () => to ?? link, counts: ({ ok }: { readonly ok: boolean }) => ok };
    return counted(visit, to === null ? 'payerCopy' : 'payerLetter', about, visit.app.askPayer)(request);
  }),
  serve(previewMoveServed, ({ app }) => app.previewMove),
  serve(sendCodeServed, (visit) => {
    const device = visit.ownDevice();
    return counted(visit, 'codeLetter', { subject: () => device, counts: ({ ok }) => ok }, (request: OnLink) =>
      visit.app.sendCode({ ...request, device }),
    );
  }),
  serve(useCodeServed, (visit) =>
    counted(
      visit,
      'deviceCode',
      { counts: (result) => !result.ok && result.refusal.code === 'code_wrong' },
      (request: UseCode) => visit.app.useCode({ ...request, device: visit.ownDevice() }),
    ),
  ),
  serve(
    signChangeServed,
    ({ app, address: origin }) =>
      (request) =>
        app.signChange({ ...request, origin }),
  ),
  serve(useCardServed, ({ app }) => app.useCard),
  serve(useCreditServed, ({ app }) => app.useCredit),
  serve(useVoucherServed, (visit) => countedVoucher(visit, visit.app.useVoucher)),
  serveView(clientViewServed, (visit) => async ({ link }) => {
    const view = await visit.app.queries.client(link, await maySeeAll(visit, link));
    return 'fault' in view ? null : view;
  }),
  serve(payRequestServed, (visit) => countedCard(visit, visit.app.payRequest)),
  serveView(
    requestViewServed,
    ({ app }) =>
      ({ link }) =>
        app.requestPage(link),
  ),
];
