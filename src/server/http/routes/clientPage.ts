import type { OnLink, UseCode } from '#contracts/clientPage/client';
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
import { refuse } from '#core/result';
import { counted, countedCard, countedVoucher } from '#server/http/counted';
import { mayOpen, maySeeAll } from '#server/http/device';
import { type ServedRoute, serve, serveView, serveVisit } from '#server/http/serve';
import { confirmByClient } from '#server/usecases/bookings/answerRequest';
import { askChange, previewMove } from '#server/usecases/bookings/askChange';
import { withdrawByLaw } from '#server/usecases/bookings/cancelBooking';
import { agreeAnew, answerClaim } from '#server/usecases/claims/answerClaim';
import { askPayer } from '#server/usecases/clientPage/askPayer';
import { sendCode, useCode } from '#server/usecases/clientPage/confirmDevice';
import { giveBill } from '#server/usecases/clientPage/giveBill';
import { useCredit, useVoucher } from '#server/usecases/credit/vouchers';
import { useCard } from '#server/usecases/paymentMethods/useCard';
import { withdrawConsent } from '#server/usecases/paymentMethods/withdrawConsent';
import { payRequest } from '#server/usecases/paymentRequests/payRequest';
import { abandonPayment } from '#server/usecases/payments/abandonPayment';
import { giveCard, payByClient } from '#server/usecases/payments/payByClient';
import { signChange } from '#server/usecases/quotes/signChange';

export const clientPageRoutes: readonly ServedRoute[] = [
  serve(agreeAnewServed, agreeAnew),
  serve(answerClaimServed, answerClaim),
  serve(withdrawByLawServed, withdrawByLaw),
  serve(withdrawConsentServed, withdrawConsent),
  serve(abandonServed, abandonPayment),
  serve(askChangeServed, askChange),
  serve(confirmServed, confirmByClient),
  serveVisit(giveBillServed, (visit) => async (request) => {
    // The page of a booking opens on a device that was confirmed; what it changes asks the same.
    if (request.of === 'booking' && !(await mayOpen(visit, request.key)))
      return refuse({ code: 'link_unknown' as const });
    return giveBill(visit.app.deps)(request);
  }),
  serveVisit(giveCardServed, (visit) => countedCard(visit, giveCard(visit.app.deps))),
  serveVisit(payServed, (visit) => countedCard(visit, payByClient(visit.app.deps))),
  serveVisit(askPayerServed, (visit) => (request) => {
    const { to, link } = request;
    const about = { subject: () => to ?? link, counts: ({ ok }: { readonly ok: boolean }) => ok };
    return counted(visit, to === null ? 'payerCopy' : 'payerLetter', about, askPayer(visit.app.deps))(request);
  }),
  serve(previewMoveServed, previewMove),
  serveVisit(sendCodeServed, (visit) => {
    const device = visit.ownDevice();
    return counted(visit, 'codeLetter', { subject: () => device, counts: ({ ok }) => ok }, (request: OnLink) =>
      sendCode(visit.app.deps)({ ...request, device }),
    );
  }),
  serveVisit(useCodeServed, (visit) =>
    counted(
      visit,
      'deviceCode',
      { counts: (result) => !result.ok && result.refusal.code === 'code_wrong' },
      (request: UseCode) => useCode(visit.app.deps)({ ...request, device: visit.ownDevice() }),
    ),
  ),
  serveVisit(
    signChangeServed,
    ({ app, address: origin }) =>
      (request) =>
        signChange(app.deps)({ ...request, origin }),
  ),
  serve(useCardServed, useCard),
  serve(useCreditServed, useCredit),
  serveVisit(useVoucherServed, (visit) => countedVoucher(visit, useVoucher(visit.app.deps))),
  serveView(clientViewServed, (visit) => async ({ link }) => {
    const view = await visit.app.queries.client(link, await maySeeAll(visit, link));
    return 'fault' in view ? null : view;
  }),
  serveVisit(payRequestServed, (visit) => countedCard(visit, payRequest(visit.app.deps))),
  serveView(
    requestViewServed,
    ({ app }) =>
      ({ link }) =>
        app.requestPage(link),
  ),
];
