import type {
  ChangePassword,
  EnterByLink,
  ForgotPassword,
  Prove,
  SecondFactor,
  WithPassword,
} from '#contracts/auth/auth';
import {
  beginSecondFactorServed,
  changePasswordServed,
  confirmSecondFactorServed,
  doorViewServed,
  endOtherSessionsServed,
  endSecondFactorServed,
  endSessionServed,
  enterByLinkServed,
  firstStartServed,
  forgotPasswordServed,
  newPasswordServed,
  proveServed,
  signsInServed,
} from '#contracts/routes/auth.server';
import { ok, refuse } from '#core/result';
import { counted, countedDoor, countedProof } from '#server/http/counted';
import { proven } from '#server/http/proof';
import { type ServedRoute, serveView, serveVisit } from '#server/http/serve';

export const authRoutes: readonly ServedRoute[] = [
  serveVisit(changePasswordServed, (visit) =>
    countedProof(visit, (request: ChangePassword) =>
      visit.app.door.changePassword(visit.session!, visit.headers, request),
    ),
  ),
  serveVisit(proveServed, (visit) =>
    countedProof(visit, (request: Prove) => visit.app.door.prove(visit.session!, visit.headers, request)),
  ),
  serveVisit(beginSecondFactorServed, (visit) =>
    countedProof(
      visit,
      // Who has one shows it before it is made anew.
      proven(
        visit,
        (request: WithPassword) => visit.app.door.beginSecondFactor(visit.headers, request),
        async () => (await visit.app.proofOf(visit.session!)).by === 'code',
      ),
    ),
  ),
  serveVisit(confirmSecondFactorServed, (visit) =>
    countedProof(visit, async (request: SecondFactor) => {
      const confirmed = await visit.app.door.confirmSecondFactor(visit.session!, visit.headers, request);
      visit.takeCookies(confirmed);
      return confirmed ? ok({ confirmed: true }) : refuse({ code: 'code_wrong' as const, path: 'code' as const });
    }),
  ),
  serveVisit(endSecondFactorServed, (visit) =>
    countedProof(
      visit,
      proven(visit, async (request: WithPassword) => {
        const ended = await visit.app.door.endSecondFactor(visit.headers, request);
        visit.takeCookies(ended);
        return ended ? ok({ ended: true }) : refuse({ code: 'password_wrong' as const, path: 'password' as const });
      }),
    ),
  ),
  serveVisit(
    endSessionServed,
    ({ app, session }) =>
      ({ id }) =>
        app.endSession(session!, id),
  ),
  serveVisit(
    endOtherSessionsServed,
    ({ app, session }) =>
      async () =>
        ok({ ended: await app.endOtherSessions(session!) }),
  ),
  serveView(
    doorViewServed,
    ({ app, session }) =>
      () =>
        app.door.view(session!),
  ),
  serveVisit(forgotPasswordServed, (visit) =>
    counted(
      visit,
      'passwordLetter',
      { subject: ({ email }: ForgotPassword) => email, counts: () => true },
      visit.app.door.forgotPassword,
    ),
  ),
  serveVisit(newPasswordServed, (visit) => countedDoor(visit, visit.app.door.newPassword)),
  serveVisit(enterByLinkServed, (visit) =>
    countedDoor(visit, async (given: EnterByLink) => {
      const entered = await visit.app.door.enterByLink(given, visit.headers);
      visit.takeCookies(entered);
      return entered ? ok({ entered: true }) : refuse({ code: 'link_over' as const });
    }),
  ),
  serveVisit(signsInServed, (visit) => countedDoor(visit, visit.app.door.signsIn)),
  serveVisit(firstStartServed, (visit) => countedDoor(visit, visit.app.firstStart)),
];
