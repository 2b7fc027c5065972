import { arcQuestions } from './arc/brief.js';
import type { BriefSetting, Maker } from './brief.js';
import { courseQuestions } from './course/brief.js';
import { holdQuestions } from './hold/brief.js';
import { homingQuestions } from './homing/brief.js';
import type { Path, PathKindId, PathOf } from './path.js';
import { reversalQuestions } from './reversal/brief.js';

/** What each kind of path lets one work out before it is flown. */
const QUESTIONS = {
	course: courseQuestions,
	arc: arcQuestions,
	hold: holdQuestions,
	reversal: reversalQuestions,
	homing: homingQuestions,
	position: () => []
} as const satisfies { [K in PathKindId]: (path: PathOf<K>, setting: BriefSetting) => Maker[] };

/** The questions of a path in its setting, in the order in which they are asked. */
export const questionsOf = (path: Path, setting: BriefSetting): Maker[] =>
	(QUESTIONS[path.kind] as (path: Path, setting: BriefSetting) => Maker[])(path, setting);
