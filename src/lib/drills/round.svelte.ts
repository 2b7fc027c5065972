import { isRight, type Question } from '@hanza/core';
import { putOnPile, sendWaiting, waiting } from './waiting-rounds.js';

export interface Asked {
	seed: number;
	question: Question;
}

/** One round of a drill, flown with the keys alone if one likes. */
export class Round {
	place = $state(0);
	/** What was answered to each question so far. */
	answers = $state<{ item: string; seed: number; given: number; right: boolean }[]>([]);
	typed = $state('');
	problem = $state('');
	sent = $state<'no' | 'yes' | 'waiting'>('no');
	private readonly id = crypto.randomUUID();
	private readonly began: number;
	private seconds = 0;

	constructor(
		readonly questions: readonly Asked[],
		private readonly address: string,
		private readonly now: () => number = () => performance.now()
	) {
		this.began = this.now();
	}

	get asked(): Asked | null {
		return this.questions[this.place] ?? null;
	}

	/** The answer to the present question, once given. */
	get given(): { given: number; right: boolean } | null {
		return this.answers[this.place] ?? null;
	}

	get done(): boolean {
		return this.place >= this.questions.length;
	}

	get right(): number {
		return this.answers.filter(({ right }) => right).length;
	}

	get elapsedSeconds(): number {
		return this.done ? this.seconds : (this.now() - this.began) / 1000;
	}

	choose(option: number): void {
		const { asked } = this;
		if (!asked || this.given || asked.question.answer.kind !== 'choice') return;
		if (option < asked.question.answer.options.length) this.answer(option);
	}

	enter(): void {
		if (this.given) {
			this.goOn();
			return;
		}
		const { asked } = this;
		if (asked?.question.answer.kind !== 'number') return;
		const value = Number(this.typed.trim().replace(',', '.').replace('−', '-'));
		if (this.typed.trim() === '' || !Number.isFinite(value)) {
			this.problem = 'Type a number.';
			return;
		}
		this.answer(value);
	}

	private answer(given: number): void {
		const { question, seed } = this.asked!;
		this.problem = '';
		this.answers.push({ item: question.item, seed, given, right: isRight(question, given) });
	}

	goOn(): void {
		if (!this.given) return;
		this.typed = '';
		this.place++;
		if (!this.done) return;
		this.seconds = (this.now() - this.began) / 1000;
		void this.finish();
	}

	/** The round is kept in the browser first, then sent. */
	private async finish(): Promise<void> {
		const answers = $state.snapshot(this.answers).map(({ item, seed, given }) => ({ item, seed, given }));
		const body = JSON.stringify({ id: this.id, seconds: this.seconds, answers });
		putOnPile({ address: this.address, body });
		await sendWaiting();
		this.sent = waiting().some((round) => round.body === body) ? 'waiting' : 'yes';
	}

	/** @returns whether the key was one of ours. */
	key(code: string, key: string): boolean {
		if (this.done) return false;
		if (code === 'Enter' || code === 'NumpadEnter') {
			this.enter();
			return true;
		}
		if (this.asked?.question.answer.kind === 'choice' && /^[1-9]$/.test(key)) {
			this.choose(Number(key) - 1);
			return true;
		}
		return false;
	}
}
