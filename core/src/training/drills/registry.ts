import { InputError, SeededRandom } from '../../base/index.js';
import { minimumDrill, ratesDrill, sheetDrill } from './approaches.js';
import { compassDrill, leadsDrill, numbersDrill, standardBankDrill } from './numbers.js';
import { panelDrill } from './panel.js';
import { primaryDrill } from './primary.js';
import type { Drill, DrillContext, Question } from './question.js';
import { holdEntryDrill, morseDrill, needleDrill } from './radio.js';

/** The drills, in the order of the page. */
export const DRILLS = {
	primary: primaryDrill,
	panel: panelDrill,
	numbers: numbersDrill,
	'standard-bank': standardBankDrill,
	leads: leadsDrill,
	compass: compassDrill,
	'hold-entry': holdEntryDrill,
	needle: needleDrill,
	morse: morseDrill,
	rates: ratesDrill,
	minimum: minimumDrill,
	sheet: sheetDrill
} as const satisfies Record<string, Drill>;
/** The drills. */
export type DrillId = keyof typeof DRILLS;
/** The drills, in their order. */
export const DRILL_IDS = Object.keys(DRILLS) as DrillId[];

/** Questions in one round: a minute or two. */
export const ROUND_QUESTIONS = 10;

/**
 * A question of a drill; the same again for the same item and seed.
 * @throws InputError for an item that the drill does not have.
 */
export function question(id: DrillId, item: string, seed: number, context: DrillContext): Question {
	const drill = DRILLS[id];
	if (!drill.items(context).includes(item)) throw new InputError('/item', `is none of the drill ${id}`);
	return drill.ask(item, new SeededRandom(seed), context);
}
