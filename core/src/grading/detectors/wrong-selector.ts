import { formatHeading, normalizeDeg, runs, signedDeg } from '../../base/index.js';
import { courseOf, placeOn } from '../../paths/index.js';
import type { ChannelName } from '../../recording/index.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';
import { asksNoCourse, tunedTo } from '../paths/flown.js';
import { stretches } from './stretches.js';

/** A selector is where the card wants it within this, degrees. */
const COURSE_DEG = 4;
/** After this it is no longer on its way, s; and so long it has to stand wrong. */
const SETTING_SECONDS = 30;
const STANDS_SECONDS = 20;

/** Course or station set to a value that nothing on the card asks for, on either receiver, and flown by. */
export function wrongSelector({ card, track, times }: Evidence): Fault[] {
	const names = ['nav1MHz', 'nav1CourseDeg', 'needleSource'] as const satisfies ChannelName[];
	if (!card.navigation || !names.every((name) => track.has(name))) return [];
	const [mhz, , source] = names.map((name) => track.column(name));
	const all = stretches(card, track, times);
	return all.flatMap(({ phase, from, to }, i) => {
		const path = phase.path;
		const along = path && courseOf(path);
		if (!path || !along) return [];
		const place = placeOn(card.navigation, along.aid);
		if (place.kind !== 'vor' && place.kind !== 'localizer') return [];
		const begun = Math.min(to, from + SETTING_SECONDS * track.rateHz);
		// What the next phase is flown by may be set already.
		const paths = [path, all[i + 1]?.phase.path].filter((one) => one !== undefined);
		const courses = paths.flatMap((one) => courseOf(one) ?? []);
		const wanted = [
			...courses.map(({ courseDeg }) => courseDeg),
			...paths.flatMap((one) =>
				one.kind === 'reversal' ? [one.outboundCourseDeg, one.inboundCourseDeg] : []
			)
		];
		const stations = courses.map(({ aid }) => placeOn(card.navigation, aid).frequency ?? 0);
		const onNav = (k: number) => source![k]! === 0;
		const asked = (deg: number) =>
			wanted.some((one) => {
				const off = Math.abs(signedDeg(deg - one));
				return off <= COURSE_DEG || off >= 180 - COURSE_DEG;
			});
		/** The courses set on the receivers that are on one of these stations. */
		const set = (k: number) =>
			stations.flatMap((one) => tunedTo(track, one, k)).map(({ courseDeg }) => courseDeg);
		const found: Fault[] = [];
		const [elsewhere] = runs(
			begun,
			to,
			STANDS_SECONDS * track.rateHz,
			(k) => onNav(k) && set(k).length === 0
		);
		if (elsewhere)
			found.push(
				fault(
					'wrong-selector',
					track.timeOf(elsewhere.from),
					track.timeOf(elsewhere.to),
					`${phase.name}: ${mhz![elsewhere.from]!.toFixed(2)} MHz stood on the receiver, ${along.aid} is ${place.frequency!.toFixed(2)}.`,
					'Tune, identify, select, and only then fly by it: read each back from the card.'
				)
			);
		// A localizer takes no notice of the selector, and straight to a station any course will do that centres.
		const [turned] =
			place.kind === 'vor' && !asksNoCourse(phase)
				? runs(begun, to, STANDS_SECONDS * track.rateHz, (k) => {
						const courses = set(k);
						return onNav(k) && courses.length > 0 && !courses.some(asked);
					})
				: [];
		if (turned)
			found.push(
				fault(
					'wrong-selector',
					track.timeOf(turned.from),
					track.timeOf(turned.to),
					`${phase.name}: the selector stood at ${formatHeading(set(turned.from)[0]!)}, the course is ${formatHeading(normalizeDeg(along.courseDeg))}.`,
					'Say the course, set it, read it back: the needle tells of the course that is set, whatever you fly.'
				)
			);
		return found;
	});
}
