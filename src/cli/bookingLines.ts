import { wantedJobs } from '#core/jobs/wantedJobs';
import { decisionsOf } from '#core/bookings/decisions';
import type { Fact } from '#core/bookings/facts';
import type { BookingState } from '#core/bookings/bookingState';
import { stripOf } from '#core/bookings/strip';
import type { Minor } from '#core/money/minor';

/** How sums and moments are written; an end that is open is null. */
export type Written = {
  readonly money: (amount: Minor | number) => string;
  readonly moment: (instant: string | null) => string;
};

/** A booking as its facts make it, a line each: state, parts (`-`), hold (`=`), decisions (`!`), jobs that follow (`>`), strip (`#`). */
export function stateLines(current: BookingState, facts: readonly Fact[], { money, moment }: Written): string[] {
  const { stage, position, parts, hold } = current;
  const { segments, hold: drawn, total } = stripOf(current);
  return [
    `${stage}: ${money(position.received)} in hand, ${money(position.dueNow)} due, ${money(position.late)} late, ${money(position.outstanding)} outstanding`,
    ...parts.map(
      (part) =>
        `- ${part.name} ${money(part.amount)} ${moment(part.dueAt)} ${part.state}${part.partly ? ' in part' : ''}`,
    ),
    ...(hold
      ? [
          `= hold ${hold.state} ${money(hold.amount)} ${moment(hold.from)} to ${moment(hold.until)}, decide by ${moment(hold.decideBy)}`,
          ...(hold.renewAt ? [`= renew ${moment(hold.renewAt)}`] : []),
          ...(hold.letGoAt ? [`= let go ${moment(hold.letGoAt)}`] : []),
          ...(hold.placeAt ? [`= place ${moment(hold.placeAt)}`] : []),
          ...(hold.gap ? [`= gap ${moment(hold.gap.from)} to ${moment(hold.gap.until)}`] : []),
        ]
      : []),
    ...decisionsOf(current).map((decision) => `! ${decision.kind} ${money(decision.amount)} by ${moment(decision.by)}`),
    ...wantedJobs(current, facts)
      .map(
        (errand) =>
          `> ${moment(errand.at)} ${errand.kind}${'occasion' in errand ? ` ${errand.occasion}` : ''} [${errand.key}]`,
      )
      .sort(),
    `# ${money(total)}: ${segments.map((segment) => `${segment.state} ${money(segment.amount)}`).join(', ')}${drawn ? ` / ${drawn.state} ${money(drawn.amount)}${drawn.gap === undefined ? '' : `, gap ${drawn.gap} %`}` : ''}`,
  ];
}
