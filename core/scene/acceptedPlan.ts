/**
 * The order of work as it was last accepted: begin and end of each step, in minutes from the midnight before
 * `day`.
 */
export type AcceptedPlan = {
  readonly id: string;
  readonly acceptedAt: string;
  readonly day: string;
  readonly slots: Readonly<Record<string, readonly [number, number]>>;
  readonly sequenceNumber: number;
};
