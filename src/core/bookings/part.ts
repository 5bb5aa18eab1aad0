import { type KeptInstalment } from '#core/bookings/keptPlan';
import { type Minor } from '#core/money/minor';
import { type PositionedInstalment } from '#core/position/position';

/** An instalment with its place in the plan and what has come of it. */
export type Part = KeptInstalment &
  PositionedInstalment & {
    readonly index: number;
    /** What is on its way for it from a bank account, of what is left. */
    readonly coming: Minor;
  };
