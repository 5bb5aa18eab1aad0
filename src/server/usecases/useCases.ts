import type { Deps } from '#server/deps';
import { creditDocument, invoiceOnAccount, issueDocument, sendDocument } from '#server/usecases/invoices/issueDocument';
import { countTill } from '#server/usecases/books/countTill';
import { bankPayout, closeBooks, saveAccounts, saveBooks } from '#server/usecases/books/books';
import { saveClient } from '#server/usecases/clients/saveClient';
import { saveDocuments } from '#server/usecases/invoices/saveDocuments';
import { acceptGap } from '#server/usecases/bookings/acceptGap';
import { abandonPayment } from '#server/usecases/payments/abandonPayment';
import { askNow } from '#server/usecases/payments/askNow';
import { cancelBooking, withdrawByLaw } from '#server/usecases/bookings/cancelBooking';
import { chargeNow } from '#server/usecases/payments/chargeNow';
import { changeBooking } from '#server/usecases/bookings/changeBooking';
import { closeOut, releaseMany } from '#server/usecases/closeout/closeOut';
import { askForClaims, decideClaim, saveClaim, takeClaims, withdrawClaim } from '#server/usecases/claims/claims';
import { broughtBack, notBack } from '#server/usecases/returns/returns';
import { foreseeCourtesy, foreseePutRight, giveCourtesy, putRight } from '#server/usecases/courtesies/courtesy';
import { putHold } from '#server/usecases/closeout/putHold';
import { agreeAnew, answerClaim } from '#server/usecases/claims/answerClaim';
import { answerDispute, giveInDispute } from '#server/usecases/disputes/answerDispute';
import { withdrawConsent } from '#server/usecases/paymentMethods/withdrawConsent';
import { copyLink } from '#server/usecases/clientPage/copyLink';
import { createBooking } from '#server/usecases/bookings/createBooking';
import { giveUp } from '#server/usecases/payments/giveUp';
import { answerRequest, confirmByClient } from '#server/usecases/bookings/answerRequest';
import { answerAsk, askChange, previewMove } from '#server/usecases/bookings/askChange';
import { useCard } from '#server/usecases/paymentMethods/useCard';
import { invoiceRequest, recordRequestPayment } from '#server/usecases/paymentRequests/onRequests';
import {
  copyRequestLink,
  createRequest,
  sendRequest,
  withdrawRequest,
} from '#server/usecases/paymentRequests/paymentRequests';
import { payRequest } from '#server/usecases/paymentRequests/payRequest';
import { connect, disconnect, finishConnecting, saveWays } from '#server/usecases/paymentMethods/connect';
import { chooseAccount } from '#server/usecases/paymentMethods/chooseAccount';
import { stopAtCounter, takeAtCounter } from '#server/usecases/payments/takeAtCounter';
import {
  sellVoucher,
  useCredit,
  useOnBooking,
  useVoucher,
  useCreditOnCheckout,
  useVoucherOnCheckout,
} from '#server/usecases/credit/vouchers';
import { orderVoucher, resendVoucher } from '#server/usecases/credit/orderVoucher';
import { saveAccountLimit } from '#server/usecases/credit/saveAccountLimit';
import { checkOut } from '#server/usecases/checkout/checkOut';
import { sendCode, useCode } from '#server/usecases/clientPage/confirmDevice';
import { payCheckout } from '#server/usecases/checkout/payCheckout';
import { giveCard, payByClient } from '#server/usecases/payments/payByClient';
import { addDate, blockPlace, callOffDate, freePlace, saveHours, savePlace } from '#server/usecases/places/places';
import { changeServices, saveService, saveTaxes } from '#server/usecases/catalogue/services';
import { applyTerms, giveTerms, publishTerms } from '#server/usecases/catalogue/terms';
import { recordPayment } from '#server/usecases/payments/recordPayment';
import { acceptQuote, convertQuote, signByBusiness, signQuote } from '#server/usecases/quotes/acceptQuote';
import { createQuote } from '#server/usecases/quotes/createQuote';
import { readFile, uploadFile } from '#server/files/files';
import { giveBill, saveBookingBill } from '#server/usecases/clientPage/giveBill';
import { askPayer } from '#server/usecases/clientPage/askPayer';
import { saveAgreement, saveTemplate } from '#server/usecases/quotes/quoteTemplates';
import { chooseOnQuote, writeOnQuote } from '#server/usecases/quotes/readQuote';
import { saveSafety, stopBooking } from '#server/usecases/settings/safety';
import { beginOffer, saveBegun, testAccount } from '#server/usecases/settings/begin';
import { cleanBooks, triedCopy } from '#server/usecases/settings/cleanBooks';
import { moveUnit } from '#server/usecases/places/moveUnit';
import { savePage, saveStyle, saveTold } from '#server/usecases/settings/saveSettings';
import { saveBusiness } from '#server/usecases/settings/saveBusiness';
import { saveQuote } from '#server/usecases/quotes/saveQuote';
import { answerQuestion, copyQuoteLink, renewQuote, sendQuote, withdrawQuote } from '#server/usecases/quotes/sendQuote';
import { signChange } from '#server/usecases/quotes/signChange';
import { recallMessage } from '#server/usecases/messages/recallMessage';
import { giveUpOn, tryThrough } from '#server/usecases/failures/retryFailure';
import { saveWording } from '#server/usecases/messages/saveWording';

/** Every use case, given what it needs. */
export const useCases = (deps: Deps) => ({
  createBooking: createBooking(deps),
  tryThrough: tryThrough(deps),
  giveUpOn: giveUpOn(deps),
  issueDocument: issueDocument(deps),
  invoiceOnAccount: invoiceOnAccount(deps),
  creditDocument: creditDocument(deps),
  sendDocument: sendDocument(deps),
  saveDocuments: saveDocuments(deps),
  saveClient: saveClient(deps),
  saveBooks: saveBooks(deps),
  saveAccounts: saveAccounts(deps),
  closeBooks: closeBooks(deps),
  bankPayout: bankPayout(deps),
  countTill: countTill(deps),
  payByClient: payByClient(deps),
  checkOut: checkOut(deps),
  payCheckout: payCheckout(deps),
  confirmByClient: confirmByClient(deps),
  sellVoucher: sellVoucher(deps),
  orderVoucher: orderVoucher(deps),
  resendVoucher: resendVoucher(deps),
  useVoucher: useVoucher(deps),
  useVoucherOnCheckout: useVoucherOnCheckout(deps),
  useCreditOnCheckout: useCreditOnCheckout(deps),
  useCredit: useCredit(deps),
  useOnBooking: useOnBooking(deps),
  createRequest: createRequest(deps),
  sendRequest: sendRequest(deps),
  copyRequestLink: copyRequestLink(deps),
  withdrawRequest: withdrawRequest(deps),
  recordRequestPayment: recordRequestPayment(deps),
  invoiceRequest: invoiceRequest(deps),
  payRequest: payRequest(deps),
  connect: connect(deps),
  finishConnecting: finishConnecting(deps),
  disconnect: disconnect(deps),
  saveWays: saveWays(deps),
  chooseAccount: chooseAccount(deps),
  takeAtCounter: takeAtCounter(deps),
  stopAtCounter: stopAtCounter(deps),
  saveAccountLimit: saveAccountLimit(deps),
  askChange: askChange(deps),
  previewMove: previewMove(deps),
  answerAsk: answerAsk(deps),
  useCard: useCard(deps),
  sendCode: sendCode(deps),
  useCode: useCode(deps),
  answerRequest: answerRequest(deps),
  giveCard: giveCard(deps),
  abandonPayment: abandonPayment(deps),
  recordPayment: recordPayment(deps),
  askNow: askNow(deps),
  chargeNow: chargeNow(deps),
  acceptGap: acceptGap(deps),
  copyLink: copyLink(deps),
  saveClaim: saveClaim(deps),
  withdrawClaim: withdrawClaim(deps),
  decideClaim: decideClaim(deps),
  takeClaims: takeClaims(deps),
  askForClaims: askForClaims(deps),
  broughtBack: broughtBack(deps),
  notBack: notBack(deps),
  giveCourtesy: giveCourtesy(deps),
  foreseeCourtesy: foreseeCourtesy(deps),
  putRight: putRight(deps),
  foreseePutRight: foreseePutRight(deps),
  putHold: putHold(deps),
  answerClaim: answerClaim(deps),
  agreeAnew: agreeAnew(deps),
  withdrawConsent: withdrawConsent(deps),
  withdrawByLaw: withdrawByLaw(deps),
  answerDispute: answerDispute(deps),
  giveInDispute: giveInDispute(deps),
  closeOut: closeOut(deps),
  releaseMany: releaseMany(deps),
  cancelBooking: cancelBooking(deps),
  changeBooking: changeBooking(deps),
  giveUp: giveUp(deps),
  publishTerms: publishTerms(deps),
  giveTerms: giveTerms(deps),
  applyTerms: applyTerms(deps),
  saveService: saveService(deps),
  saveHours: saveHours(deps),
  savePlace: savePlace(deps),
  addDate: addDate(deps),
  callOffDate: callOffDate(deps),
  blockPlace: blockPlace(deps),
  freePlace: freePlace(deps),
  moveUnit: moveUnit(deps),
  changeServices: changeServices(deps),
  saveTaxes: saveTaxes(deps),
  createQuote: createQuote(deps),
  saveQuote: saveQuote(deps),
  sendQuote: sendQuote(deps),
  renewQuote: renewQuote(deps),
  copyQuoteLink: copyQuoteLink(deps),
  withdrawQuote: withdrawQuote(deps),
  answerQuestion: answerQuestion(deps),
  convertQuote: convertQuote(deps),
  signByBusiness: signByBusiness(deps),
  saveTemplate: saveTemplate(deps),
  saveAgreement: saveAgreement(deps),
  saveWording: saveWording(deps),
  saveBusiness: saveBusiness(deps),
  recallMessage: recallMessage(deps),
  savePage: savePage(deps),
  saveStyle: saveStyle(deps),
  saveTold: saveTold(deps),
  beginOffer: beginOffer(deps),
  saveBegun: saveBegun(deps),
  testAccount: testAccount(deps),
  triedCopy: triedCopy(deps),
  cleanBooks: cleanBooks(deps),
  stopBooking: stopBooking(deps),
  saveSafety: saveSafety(deps),
  uploadFile: uploadFile(deps),
  readFile: readFile(deps),
  acceptQuote: acceptQuote(deps),
  signQuote: signQuote(deps),
  signChange: signChange(deps),
  chooseOnQuote: chooseOnQuote(deps),
  writeOnQuote: writeOnQuote(deps),
  askPayer: askPayer(deps),
  giveBill: giveBill(deps),
  saveBookingBill: saveBookingBill(deps),
});
