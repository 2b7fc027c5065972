import { formatClock } from '../../base/index.js';
import { RECEIVER_BITS } from '../../world/index.js';
import { identifiedAids } from '../../paths/index.js';
import { couldKnow, judgedPhases, placeOf, type Flown } from '../paths/flown.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';
import type { DetectorSettings } from '../detector-settings.js';

/** Once a station has been found unidentified it need not be said again for every phase. */
export function notIdentified({ card, track, times, settings }: Evidence): Fault[] {
	const said = new Set<string>();
	return judgedPhases(card, track, times).flatMap((flown) =>
		// With the hands full of a go-around nobody listens: its station is asked for before, or in its hold.
		(card.phases[flown.phase]!.after ? [] : identifiedAids(card.phases[flown.phase]!.path!)).flatMap(
			(aid) => {
				if (said.has(aid)) return [];
				const found = identFault(flown, aid, settings);
				if (found.length > 0) said.add(aid);
				return found;
			}
		)
	);
}

/** A station that is used must have been identified. */
function identFault(flown: Flown, aid: string, settings: DetectorSettings): Fault[] {
	const { track, from, to } = flown;
	const place = placeOf(flown, aid);
	if (place.frequency === undefined || !track.has('identified')) return [];
	// Before the final of an approach there is time for it, and much else to do.
	const { segment } = flown.card.phases[flown.phase]!;
	const allowed = settings.identSeconds * (segment === 'initial' || segment === 'intermediate' ? 2 : 1);
	let heard = from;
	while (heard < to && !couldKnow(flown, place, heard)) heard++;
	const after = heard + Math.round(allowed * track.rateHz);
	if (after >= to) return [];
	const identified = track.column('identified');
	const tuned = (name: 'nav1MHz' | 'nav2MHz' | 'adfKHz', bit: number, i: number) =>
		Math.abs(track.column(name)[i]! - place.frequency!) < 0.004 && (identified[i]! & bit) !== 0;
	const known = (i: number) =>
		place.kind === 'ndb'
			? tuned('adfKHz', RECEIVER_BITS.adf, i)
			: tuned('nav1MHz', RECEIVER_BITS.nav1, i) || tuned('nav2MHz', RECEIVER_BITS.nav2, i);
	if (known(after)) return [];
	let until = after;
	while (until < to && !known(until)) until++;
	return [
		fault(
			'not-identified',
			track.timeOf(heard),
			track.timeOf(until - 1),
			`You flew by ${aid} without having listened to its identifier${until < to ? ` until ${formatClock(track.timeOf(until))}` : ''}.`,
			'Tune, identify, set, check: a needle that is not identified tells nothing.'
		)
	];
}
