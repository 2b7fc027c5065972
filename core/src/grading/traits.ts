import { PATH_NAMES } from '../paths/index.js';
import type { TaskCard } from '../training/index.js';
import { MANOEUVRES, manoeuvreOf } from './manoeuvres.js';

/** How much a card asks at once: 1 for one thing, 2 for several, 3 for several with trouble. */
type Difficulty = 1 | 2 | 3;

/** What a list says of a card. */
interface CardTraits {
	/** Manoeuvres and kinds of path, in the order of the card, each once. */
	trains: string[];
	difficulty: Difficulty;
	/** What makes it harder, in words. */
	because: string[];
}

const WINDY_KT = 12;
const MANY_PHASES = 6;
const HARD = 3;

/** What a card trains and how hard it is, by what is on it. The weights are ours. */
export function cardTraits(card: TaskCard): CardTraits {
	const trains = card.phases.map(({ path }, index) =>
		path ? PATH_NAMES[path.kind] : MANOEUVRES[manoeuvreOf(card, index)]
	);
	const wind = Math.max(0, ...card.weather.windLayers.map(({ speedKt }) => speedKt));
	const turbulence = card.weather.turbulence ?? 'none';
	const kinds = new Set(card.phases.flatMap(({ path }) => (path ? [path.kind] : [])));
	const harder: [boolean, number, string][] = [
		[wind >= WINDY_KT, 1, `wind of ${wind} kt`],
		[turbulence !== 'none', turbulence === 'light' ? 1 : 2, `${turbulence} turbulence`],
		[(card.failures ?? []).length > 0, 2, 'a failure'],
		[(card.covered ?? []).length > 0, 1, 'dials covered'],
		[card.veil !== undefined, 1, 'a veiled panel'],
		[card.upset !== undefined, 1, 'an unusual attitude'],
		[kinds.has('hold') || kinds.has('arc') || kinds.has('reversal'), 1, 'a path to be pictured'],
		[card.phases.length >= MANY_PHASES, 1, `${card.phases.length} phases`]
	];
	const held = harder.filter(([is]) => is);
	const points = held.reduce((sum, [, weight]) => sum + weight, 0);
	return {
		trains: [...new Set(trains)],
		difficulty: points >= HARD ? 3 : points >= 1 ? 2 : 1,
		because: held.map(([, , words]) => words)
	};
}
