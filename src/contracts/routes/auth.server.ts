import {
  ChangePassword,
  EndSession,
  EnterByLink,
  ForgotPassword,
  NewPasswordByLink,
  Nothing,
  Prove,
  SecondFactor,
  WithPassword,
} from '#contracts/auth/auth';
import { FirstStart } from '#contracts/bookings/owner';
import {
  beginSecondFactor,
  changePassword,
  confirmSecondFactor,
  doorView,
  endOtherSessions,
  endSecondFactor,
  endSession,
  enterByLink,
  firstStart,
  forgotPassword,
  newPassword,
  prove,
  signsIn,
} from '#contracts/routes/auth';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const beginSecondFactorServed = served(beginSecondFactor, {
  in: WithPassword,
  right: 'own sign-in',
});

export const changePasswordServed = served(changePassword, {
  in: ChangePassword,
  right: 'own sign-in',
});

export const confirmSecondFactorServed = served(confirmSecondFactor, {
  in: SecondFactor,
  right: 'own sign-in',
});

export const doorViewServed = served(doorView, { in: z.object({}), right: 'own sign-in' });

export const endOtherSessionsServed = served(endOtherSessions, {
  in: Nothing,
  right: 'own sign-in',
});

export const endSecondFactorServed = served(endSecondFactor, {
  in: WithPassword,
  right: 'own sign-in',
});

export const endSessionServed = served(endSession, {
  in: EndSession,
  right: 'own sign-in',
});

export const enterByLinkServed = served(enterByLink, { in: EnterByLink, right: 'anybody' });

export const firstStartServed = served(firstStart, { in: FirstStart, right: 'anybody' });

export const forgotPasswordServed = served(forgotPassword, { in: ForgotPassword, right: 'anybody' });

export const newPasswordServed = served(newPassword, { in: NewPasswordByLink, right: 'anybody' });

export const proveServed = served(prove, { in: Prove, right: 'own sign-in' });

export const signsInServed = served(signsIn, { in: EnterByLink, right: 'anybody' });
