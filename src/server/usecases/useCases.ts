import type { Deps } from '#server/deps';
import { acceptGap } from '#server/usecases/acceptGap';
import { abandonPayment } from '#server/usecases/abandonPayment';
import { askNow } from '#server/usecases/askNow';
import { cancelBooking } from '#server/usecases/cancelBooking';
import { chargeNow } from '#server/usecases/chargeNow';
import { changeBooking } from '#server/usecases/changeBooking';
import { closeOut, releaseMany } from '#server/usecases/closeOut';
import { copyLink } from '#server/usecases/copyLink';
import { createBooking } from '#server/usecases/createBooking';
import { giveUp } from '#server/usecases/giveUp';
import { answerRequest, confirmByClient } from '#server/usecases/answerRequest';
import { answerAsk, askChange, previewMove } from '#server/usecases/askChange';
import { useCard } from '#server/usecases/useCard';
import { copyRequestLink, createRequest, sendRequest, withdrawRequest } from '#server/usecases/paymentRequests';
import { payRequest } from '#server/usecases/requestPayments';
import { connect, disconnect, finishConnecting, saveWays } from '#server/usecases/connect';
import { chooseAccount } from '#server/usecases/chooseAccount';
import { stopAtCounter, takeAtCounter } from '#server/usecases/takeAtCounter';
import {
  sellVoucher,
  useCredit,
  useOnBooking,
  useVoucher,
  useCreditOnCheckout,
  useVoucherOnCheckout,
} from '#server/usecases/vouchers';
import { saveAccountLimit } from '#server/usecases/accountLimit';
import { checkOut } from '#server/usecases/checkOut';
import { sendCode, useCode } from '#server/usecases/devices';
import { payCheckout } from '#server/usecases/payCheckout';
import { giveCard, payByClient } from '#server/usecases/payByClient';
import { addDate, blockPlace, callOffDate, freePlace, saveHours, savePlace } from '#server/usecases/places';
import { changeServices, saveService, saveTaxes } from '#server/usecases/services';
import { applyTerms, giveTerms, publishTerms } from '#server/usecases/terms';
import { recordPayment } from '#server/usecases/recordPayment';
import { acceptQuote, convertQuote, signByBusiness, signQuote } from '#server/usecases/acceptQuote';
import { createQuote } from '#server/usecases/createQuote';
import { readFile, uploadFile } from '#server/usecases/files';
import { askPayer } from '#server/usecases/payerLink';
import { saveAgreement, saveTemplate } from '#server/usecases/quoteTemplates';
import { chooseOnQuote, writeOnQuote } from '#server/usecases/readQuote';
import { saveSafety, stopBooking } from '#server/usecases/safety';
import { saveBusiness } from '#server/usecases/saveBusiness';
import { saveQuote } from '#server/usecases/saveQuote';
import { answerQuestion, copyQuoteLink, renewQuote, sendQuote, withdrawQuote } from '#server/usecases/sendQuote';
import { signChange } from '#server/usecases/signChange';
import { saveWording } from '#server/usecases/wordings';

/** Every use case, given what it needs. */
export const useCases = (deps: Deps) => ({
  createBooking: createBooking(deps),
  payByClient: payByClient(deps),
  checkOut: checkOut(deps),
  payCheckout: payCheckout(deps),
  confirmByClient: confirmByClient(deps),
  sellVoucher: sellVoucher(deps),
  useVoucher: useVoucher(deps),
  useVoucherOnCheckout: useVoucherOnCheckout(deps),
  useCreditOnCheckout: useCreditOnCheckout(deps),
  useCredit: useCredit(deps),
  useOnBooking: useOnBooking(deps),
  createRequest: createRequest(deps),
  sendRequest: sendRequest(deps),
  copyRequestLink: copyRequestLink(deps),
  withdrawRequest: withdrawRequest(deps),
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
});
