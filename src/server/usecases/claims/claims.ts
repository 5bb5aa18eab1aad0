import type { DecideClaim, OnClaim, OnClaims, SaveClaim } from '#contracts/claims/after';
import { claimDecided, claimsAskedFor, claimSaid, claimWithdrawn, type MayNotClaim } from '#core/claims/mayClaim';
import type { ClaimPicture } from '#core/claims/said';
import type { Fact } from '#core/bookings/facts';
import type { Instant } from '#core/calendar/instant';
import type { Minor } from '#core/money/minor';
import { takeClaimsOf } from '#core/closeout/closeOutOf';
import { ok, refuse, type Result } from '#core/result';
import { runDueOf } from '#server/jobs/run/runDue';
import { recordFacts } from '#server/bookings/record';
import type { Tx } from '#server/database/database';
import { files } from '#server/database/schema/files';
import { type NotFound, onBooking } from '#server/unitOfWork/onBooking';
import type { Deps } from '#server/deps';
import { makeCall } from '#server/processorCalls/makeCall';
import { callByCause, openCall, type ToCarryOut } from '#server/processorCalls/openCall';
import { abilitiesOfAuthorisation } from '#server/paymentMethods/payAccounts';
import { inArray } from 'drizzle-orm';
import { createHash } from 'node:crypto';

export type SaveClaimRefusal = NotFound | MayNotClaim | { readonly code: 'picture_unknown'; readonly path: 'pictures' };

/** The pictures with their digests, each once, as they are kept here; null where one is not. */
async function picturesOf(tx: Tx, given: SaveClaim['pictures']): Promise<ClaimPicture[] | null> {
  const ids = [...new Set(given.map(({ fileId }) => fileId))];
  if (ids.length === 0) return [];
  const rows = await tx.select().from(files).where(inArray(files.id, ids));
  const kept = rows.filter(({ type }) => type.startsWith('image/'));
  if (kept.length < ids.length) return null;
  const seen = new Set<string>();
  return given.flatMap(({ fileId, taken }) => {
    const { content } = kept.find(({ id }) => id === fileId)!;
    const sha256 = createHash('sha256').update(content).digest('hex');
    // The same picture twice shows nothing more.
    if (seen.has(sha256)) return [];
    seen.add(sha256);
    return [{ fileId, sha256, taken }];
  });
}

/** Says a claim, or says it anew; its client reads of it on their page and by letter. A repeat with the same key is one. */
export const saveClaim =
  (deps: Deps) =>
  (request: SaveClaim): Promise<Result<{ claimId: string; answerBy: Instant | null }, SaveClaimRefusal>> =>
    onBooking<{ claimId: string; answerBy: Instant | null }, SaveClaimRefusal>(
      deps,
      request.bookingId,
      async ({ tx, loaded, bookingState, now }) => {
        const { requestKey: key, what, reason, amount, restsOn } = request;
        const made = loaded.facts.find((fact) => fact.kind === 'claimMade' && fact.key === key);
        if (made?.kind === 'claimMade') return ok({ claimId: made.claimId, answerBy: made.answerBy });
        const pictures = await picturesOf(tx, request.pictures);
        if (!pictures) return refuse({ code: 'picture_unknown', path: 'pictures' });
        const claimId = request.claimId ?? deps.newId();
        const said = { claimId, what, reason, amount, restsOn, pictures };
        const decided = claimSaid(bookingState, { said, isNew: request.claimId === null, key });
        if (!decided.ok) return decided;
        await recordFacts(tx, loaded, [decided.value], now);
        return ok({
          claimId,
          answerBy: 'answerBy' in decided.value ? (decided.value.answerBy as Instant | null) : null,
        });
      },
    );

/** Runs a decision of the core that gives one fact, and records it. */
const decideOn = async <R extends { readonly code: string }>(
  deps: Deps,
  bookingId: string,
  decide: (open: Parameters<Parameters<typeof onBooking>[2]>[0]) => Result<Fact | null, R>,
): Promise<Result<null, R | NotFound>> =>
  onBooking<null, R>(deps, bookingId, async (open) => {
    const decided = decide(open);
    if (!decided.ok) return decided;
    if (decided.value) await recordFacts(open.tx, open.loaded, [decided.value], open.now);
    return ok(null);
  });

export const withdrawClaim =
  (deps: Deps) =>
  ({ bookingId, claimId }: OnClaim) =>
    decideOn(deps, bookingId, ({ bookingState }) => claimWithdrawn(bookingState, claimId));

/** After an objection the owner stays with a sum; the client is told. */
export const decideClaim = (deps: Deps) => (request: DecideClaim) =>
  decideOn(deps, request.bookingId, ({ bookingState }) => claimDecided(bookingState, request));

/** Claims of after the close-out are owed from now on, and asked for. */
export const askForClaims =
  (deps: Deps) =>
  ({ bookingId, claimIds }: OnClaims) =>
    decideOn(deps, bookingId, ({ bookingState }) => claimsAskedFor(bookingState, claimIds));

export type TakeClaimsRefusal =
  NotFound | { readonly code: 'nothing_held' | 'claim_not_decided' | 'nothing_agreed' | 'takes_once' };

/** Takes claims of the hold now, and holds the rest on, where the account can capture more than once. */
export const takeClaims =
  (deps: Deps) =>
  async ({ bookingId, requestKey, claimIds }: OnClaims): Promise<Result<{ taken: boolean }, TakeClaimsRefusal>> => {
    const intended = await onBooking<ToCarryOut, TakeClaimsRefusal>(
      deps,
      bookingId,
      async ({ tx, bookingState, now }) => {
        const cause = `claims:${requestKey}`;
        const before = await callByCause(tx, bookingId, cause);
        if (before) return ok(before.id);
        const decided = takeClaimsOf(bookingState, claimIds);
        if (!decided.ok) return decided;
        const { request, amount } = decided.value;
        const { captures } = await abilitiesOfAuthorisation(tx, deps, request.authorisation);
        if (captures === 'one') return refuse({ code: 'takes_once' });
        return ok(await openCall(tx, { id: deps.newId(), bookingId, cause, request, amount: amount as Minor, now }));
      },
    );
    if (!intended.ok) return intended;
    const answer = await makeCall(deps, intended.value);
    await runDueOf(deps, { bookings: [bookingId] });
    return ok({ taken: answer.outcome === 'approved' });
  };
