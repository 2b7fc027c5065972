import type { Grade, TargetKind } from '@hanza/core';

type Statement = Grade['statements'][number];
export type Order = 'cost' | 'time';

const TONES = { fail: 0, mind: 1, good: 2 } as const;

/** What cost most first; where a grade of before does not tell it, by its tone. What went well comes last. */
export const byCost = (a: Statement, b: Statement): number =>
	(b.cost ?? 0) - (a.cost ?? 0) || TONES[a.tone] - TONES[b.tone] || a.atSeconds - b.atSeconds;

/** The one reading of a flight: what is chosen in one place of a debrief is marked in all of them. */
export class Reading {
	/** The moment shown, s; null for the whole flight. */
	moment = $state<number | null>(null);
	/** The stretch that was chosen with it. */
	span = $state.raw<{ from: number; to: number } | null>(null);
	phase = $state<number | null>(null);
	item = $state<TargetKind | null>(null);
	statement = $state.raw<Statement | null>(null);
	order = $state<Order>('cost');

	constructor(private readonly gradeNow: () => Grade) {}

	get statements(): Statement[] {
		const list = [...this.gradeNow().statements];
		return this.order === 'cost' ? list.sort(byCost) : list;
	}

	private phaseAt(seconds: number): number | null {
		const found = this.gradeNow().phases.findLastIndex(
			({ startSeconds }) => startSeconds !== null && startSeconds <= seconds
		);
		return found < 0 ? null : found;
	}

	chooseStatement(statement: Statement): void {
		this.statement = statement;
		this.moment = statement.atSeconds;
		this.span = { from: statement.atSeconds, to: statement.endSeconds };
		this.phase = statement.about?.phase ?? this.phaseAt(statement.atSeconds);
		this.item = statement.about?.item ?? null;
	}

	/** A line of the table, at its worst moment. */
	chooseItem(phase: number, item: TargetKind, atSeconds: number): void {
		this.statement =
			this.gradeNow().statements.find(({ about }) => about?.phase === phase && about.item === item) ?? null;
		this.moment = atSeconds;
		this.span = this.statement && { from: this.statement.atSeconds, to: this.statement.endSeconds };
		this.phase = phase;
		this.item = item;
	}

	/** A moment, by chart, plan or slider: what is said of it is chosen with it, the shortest stretch first. */
	chooseMoment(seconds: number | null): void {
		this.moment = seconds;
		this.item = null;
		this.span = null;
		this.phase = seconds === null ? null : this.phaseAt(seconds);
		this.statement =
			seconds === null
				? null
				: (this.gradeNow()
						.statements.filter(({ atSeconds, endSeconds }) => atSeconds <= seconds && seconds <= endSeconds)
						.sort((a, b) => a.endSeconds - a.atSeconds - (b.endSeconds - b.atSeconds))[0] ?? null);
	}
}
