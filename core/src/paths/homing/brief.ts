import { fromStart, holding, type BriefSetting, type Maker } from '../brief.js';
import type { HomingPath } from './path.js';

/** The heading of a track; only from where the card begins is the bearing known. */
export const homingQuestions = (path: HomingPath, setting: BriefSetting): Maker[] =>
	path.method === 'track' && setting.phase === 0
		? holding(setting, fromStart(setting, path.aid), path.aid)
		: [];
