import { formatHeading } from '../../base/index.js';
import { solveIntercept } from '../../navigation/index.js';
import { fromStart, holding, WITHIN, type BriefSetting, type Maker, type PathQuestion } from '../brief.js';
import { placeOn } from '../places.js';
import type { CoursePath } from './path.js';

/** The cut, and the heading that holds the course. */
export const courseQuestions = (path: CoursePath, setting: BriefSetting): Maker[] => [
	() => cut(setting, path, setting.phase),
	...holding(setting, path.courseDeg, path.aid)
];

/** Only from where the card begins is it known on which side the course lies. */
function cut(card: BriefSetting, path: CoursePath, phase: number): PathQuestion[] {
	if (phase > 0 || !path.interceptDeg) return [];
	const place = placeOn(card.navigation, path.aid);
	const { northNm = 0, eastNm = 0 } = card.start;
	const input = {
		selectedCourseDeg: path.courseDeg,
		bearingToStationDeg: fromStart(card, path.aid),
		distanceNm: Math.hypot(place.northNm - northNm, place.eastNm - eastNm),
		interceptAngleDeg: path.interceptDeg
	};
	const { headingDeg, turnToward } = solveIntercept(input);
	return [
		{
			id: 'cut',
			ask: `Heading that cuts ${formatHeading(path.courseDeg)} at ${path.interceptDeg}°`,
			answer: { kind: 'direction', deg: headingDeg, withinDeg: WITHIN.cutDeg },
			why: `You are on the ${formatHeading(input.bearingToStationDeg + 180)} radial: the course lies to the ${turnToward}, and the cut is taken from it.`,
			worked: { by: 'intercept', input }
		}
	];
}
