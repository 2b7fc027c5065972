import { HanzaError, signedDeg } from '../base/index.js';
import { questionsOf, type BriefAnswer, type Maker, type PathQuestion } from '../paths/index.js';
import { approachBrief, type BriefQuestion } from './approach-brief.js';
import type { TaskCard } from './card.js';

/**
 * What a card's paths let one work out for its wind: headings that hold a course, the cut, the entry and the
 * outbound leg of a hold, the arc's turns, the time that keeps a reversal inside its limit. What cannot be had
 * (a wind too strong for the hold) is left out; where the card keeps the wind to itself, only what needs none.
 */
export function briefOf(card: TaskCard): BriefQuestion[] {
	if (card.approach) return approachBrief(card, card.approach);
	const { start, weather, navigation, phases } = card;
	const told = card.windInBrief !== false;
	const asked = new Set<string>();
	return phases.flatMap(({ path, id: phaseId }, phase) => {
		if (!path) return [];
		const [before, after] = [phases[phase - 1]?.path, phases[phase + 1]?.path];
		return questionsOf(path, { start, weather, navigation, phase, before, after, told })
			.flatMap(possible)
			.map((one) => ({ ...one, id: `${phaseId}-${one.id}`, phase }))
			.filter(({ ask }) => !asked.has(ask) && asked.add(ask));
	});
}

/** What the solvers refuse (no such hold in this wind, on the course already) is not asked. */
function possible(questions: Maker): PathQuestion[] {
	try {
		return questions();
	} catch (error) {
		if (!(error instanceof HanzaError)) throw error;
		return [];
	}
}

/** Whether what was entered is right: a number in the unit of the question, or an entry by its name. */
export function isWorkedOut(answer: BriefAnswer, entered: number | string): boolean {
	if (answer.kind === 'choice') return entered === answer.right;
	if (answer.kind === 'entry') return [answer.entry, ...answer.alsoAllowed].some((one) => one === entered);
	const value = Number(entered);
	if (!Number.isFinite(value)) return false;
	switch (answer.kind) {
		case 'direction':
			return Math.abs(signedDeg(value - answer.deg)) <= answer.withinDeg;
		case 'seconds':
			return value >= answer.from && value <= answer.to;
		case 'altitude':
			return Math.abs(value - answer.ft) <= answer.withinFt;
		case 'rate':
			return Math.abs(Math.abs(value) - Math.abs(answer.fpm)) <= answer.withinFpm;
		case 'frequency':
			return Math.abs(value - answer.value) < 0.005;
		case 'distance':
			return Math.abs(value - answer.nm) <= answer.withinNm;
		default:
			return answer satisfies never;
	}
}

const ENTRIES = ['direct', 'teardrop', 'parallel'];

/** A question of the brief, with the last try at it and, once tried, the answer. */
export interface WorkedOut {
	id: string;
	phase: string;
	ask: string;
	kind: BriefAnswer['kind'];
	/** What can be chosen, where one chooses. */
	options: string[] | null;
	tried: string | null;
	answer: (Pick<BriefQuestion, 'why' | 'worked'> & { is: BriefAnswer; right: boolean }) | null;
	/** Whether the first try was right. */
	rightAtOnce: boolean;
}

/** What a card asks to be worked out, each with what the student made of it. */
export const workedOut = (
	card: TaskCard,
	tries: readonly { question: string; entered: string }[]
): WorkedOut[] =>
	briefOf(card).map(({ id, phase, ask, answer, why, worked }) => {
		const own = tries.filter(({ question }) => question === id);
		const last = own.at(-1)?.entered ?? null;
		return {
			id,
			phase: card.phases[phase]!.name,
			ask,
			kind: answer.kind,
			options: answer.kind === 'choice' ? answer.options : answer.kind === 'entry' ? ENTRIES : null,
			tried: last,
			answer: last === null ? null : { is: answer, why, worked, right: isWorkedOut(answer, last) },
			rightAtOnce: own.length > 0 && isWorkedOut(answer, own[0]!.entered)
		};
	});
