import {
	ARC_TIERS_NM,
	formatHeading,
	fullScaleOf,
	holdInputOf,
	holdTrack,
	northOf,
	placeOn,
	solveHold,
	type CardNavigation,
	type CoursePath,
	type HoldPath,
	type Path,
	type PathKindId,
	type PathOf,
	type TaskCard
} from '@hanza/core';
import type { Overlay, PlanPoint } from './overlay.js';

/** A path on its card: what its drawing is reckoned from. */
interface Setting {
	card: TaskCard;
	navigation: CardNavigation;
}

const place = ({ navigation }: Setting, aid: string): PlanPoint => {
	const { northNm, eastNm } = placeOn(navigation, aid);
	return { north: northNm, east: eastNm };
};

function course(
	setting: Setting,
	aid: string,
	courseDeg: number,
	side: CoursePath['toward'],
	fullScale?: CoursePath['fullScale']
): Overlay {
	const { navigation } = setting;
	const station = placeOn(navigation, aid);
	const full = fullScaleOf(station, fullScale);
	return {
		kind: 'course',
		at: place(setting, aid),
		trueDeg: courseDeg + northOf(station, navigation.variationDeg),
		side,
		fullScaleDeg: 'deg' in full ? full.deg : null,
		fullScaleNm: 'nm' in full ? full.nm : null,
		label: formatHeading(courseDeg)
	};
}

/** What is drawn of each kind of path. */
const PATH_OVERLAYS: { [K in PathKindId]: (path: PathOf<K>, setting: Setting) => Overlay[] } = {
	course: ({ aid, courseDeg, toward, fullScale }, setting) => [
		course(setting, aid, courseDeg, toward, fullScale)
	],
	arc: ({ aid, radiusNm }, setting) => [
		{ kind: 'arc', at: place(setting, aid), radiusNm, tiers: { ...ARC_TIERS_NM } }
	],
	hold: (path, setting) => [
		course(setting, path.aid, path.inboundCourseDeg, 'to'),
		{ kind: 'line', is: 'exact hold', points: exactHold(setting.card, path) }
	],
	reversal: ({ aid, limitNm, inboundCourseDeg }, setting) => [
		{ kind: 'ring', at: place(setting, aid), radiusNm: limitNm, label: `${limitNm} NM` },
		course(setting, aid, inboundCourseDeg, 'to')
	],
	homing: (path, setting) => {
		const { card } = setting;
		const { northNm, eastNm } = card.start;
		// Only from where the card begins is it known where the way begins.
		if (card.phases[0]?.path !== path || northNm === undefined || eastNm === undefined) return [];
		const points = [{ north: northNm, east: eastNm }, place(setting, path.aid)];
		return [{ kind: 'line', is: 'straight way', points }];
	},
	position: () => []
};

/** What is drawn of a path of a card. */
export const overlaysOfPath = (path: Path, setting: Setting): Overlay[] =>
	(PATH_OVERLAYS[path.kind] as (path: Path, setting: Setting) => Overlay[])(path, setting);

/** The exact hold for a day's wind, as its ground track from the fix to the fix. */
export function exactHold(card: TaskCard, path: HoldPath): PlanPoint[] {
	const { navigation } = card;
	if (!navigation) return [];
	const place = placeOn(navigation, path.aid);
	const input = holdInputOf(card, path);
	try {
		const answer = solveHold(input);
		const points = holdTrack(input, answer, answer.outboundHeadingDeg, answer.outboundSeconds);
		const angle = (navigation.variationDeg * Math.PI) / 180;
		// The core reckons in magnetic directions; the map's north is the plane's.
		return [...points, { north: 0, east: 0 }].map(({ north, east }) => ({
			north: place.northNm + north * Math.cos(angle) - east * Math.sin(angle),
			east: place.eastNm + north * Math.sin(angle) + east * Math.cos(angle)
		}));
	} catch {
		return [];
	}
}
