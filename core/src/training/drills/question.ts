import type { Aircraft, PanelReadings } from '../../aircraft/index.js';
import { signedDeg, type SeededRandom } from '../../base/index.js';
import type { HoldEntryInput } from '../../navigation/index.js';
import type { Procedure, Sight } from '../../procedures/index.js';

/** A question of a drill. Deterministic in drill, item and seed, so that the server can mark it again. */
export interface Question {
	/** What it trains, by which it comes again. */
	item: string;
	prompt: string;
	/** Panels to be read, with the seconds between them. */
	panels?: { first: PanelReadings; second: PanelReadings; apartSeconds: number };
	/** A course needle to be read. */
	needle?: { courseDeg: number; flag: number; needle: number };
	/** What is to be seen at the minimum: shown for two seconds. */
	view?: { sight: Sight };
	/** The approach whose sheet is read, by its id. */
	sheet?: string;
	/** A hold to be entered, shown on the heading dial. */
	hold?: HoldEntryInput;
	answer:
		| { kind: 'choice'; options: string[]; right: number }
		| { kind: 'number'; right: number; tolerance: number; unit: string; circular?: boolean };
	/** Said after the answer. */
	explanation: string;
	/** How the other school sees it. */
	other?: string;
}

/** Whether an answer is right: the index of the choice, or a number within the tolerance. */
export function isRight({ answer }: Question, given: number): boolean {
	if (answer.kind === 'choice') return given === answer.right;
	const off = answer.circular ? signedDeg(given - answer.right) : given - answer.right;
	return Math.abs(off) <= answer.tolerance;
}

/** What a drill may ask about. */
export interface DrillContext {
	aircraft: Aircraft;
	/** Compass error at north and south that the school's rule goes by, degrees. */
	ruleMaxErrorDeg: number;
	dipDeg: number;
	/** Approaches whose sheets are read; none where left out. */
	procedures?: readonly Procedure[];
}

export interface Drill {
	name: string;
	what: string;
	items: (context: DrillContext) => string[];
	ask: (item: string, random: SeededRandom, context: DrillContext) => Question;
}

/** One of a list. */
export const pick = <T>(random: SeededRandom, list: readonly T[]): T =>
	list[Math.min(list.length - 1, Math.floor(random.next() * list.length))]!;

/** The list in another order. */
function shuffled<T>(random: SeededRandom, list: readonly T[]): T[] {
	const copy = [...list];
	for (let i = copy.length - 1; i > 0; i--) {
		const j = Math.min(i, Math.floor(random.next() * (i + 1)));
		[copy[i], copy[j]] = [copy[j]!, copy[i]!];
	}
	return copy;
}

/** A choice question's answer out of the right word and wrong ones, shuffled. */
export function choice(
	random: SeededRandom,
	right: string,
	wrong: readonly string[],
	most = 5
): Question['answer'] {
	const options = shuffled(random, [
		right,
		...shuffled(
			random,
			wrong.filter((one) => one !== right)
		).slice(0, most - 1)
	]);
	return { kind: 'choice', options, right: options.indexOf(right) };
}
