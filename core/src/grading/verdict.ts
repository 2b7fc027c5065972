/** What is said of a flight by its standard. */
export type Verdict = 'met' | 'not met' | 'not shown';
export type ItemVerdict = Verdict | 'not recorded';
/** A phase that is flown only after another decision at the minimum was not asked for. */
export type PhaseVerdict = ItemVerdict | 'not asked';
