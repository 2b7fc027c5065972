import { formatHeading, normalizeDeg, plus, times, unit } from '../../base/index.js';
import type { CoursePath, Path, HoldPath, ReversalPath } from '../../paths/index.js';
import { northOf, type Area, type Weather } from '../../world/index.js';
import type { Phase, TaskCard } from '../card.js';
import { cardPlace, withPlaces } from '../places.js';
import { hold, type PatternSetting } from './card-builder.js';
import { cardOf, configurationsOf, STILL } from './cards.js';

/** What a card with stations is built in: aircraft, area, wind. */
export interface RadioSetting extends Omit<PatternSetting, 'area' | 'headingDeg'> {
	area: Area;
}

/** A share of full scale on which a course counts as captured, and for how long, s. */
const CAPTURED = { within: 0.25, heldSeconds: 5 };
const three = (deg: number) => formatHeading(normalizeDeg(deg));
/** One wind at every altitude, magnetic. */
export const steadyWind = (weather: { fromDeg: number; speedKt: number }): Weather => ({
	...STILL,
	windLayers: [{ altitudeFt: 0, ...weather }]
});

/** Lays a card of radio navigation out leg by leg, about the stations of an area. */
export class RadioCardBuilder {
	readonly speedKias: number;
	private readonly base;
	private readonly phases: Phase[] = [];

	constructor(private readonly setting: RadioSetting) {
		this.base = configurationsOf(setting.aircraft)('level-approach');
		this.speedKias = this.base.airspeedKias;
	}

	leg(
		name: string,
		instruction: string,
		path: Path | undefined,
		end: Phase['end'],
		targets: Phase['targets'] = {},
		weight = 1
	): this {
		this.phases.push({
			id: `leg-${this.phases.length + 1}`,
			name,
			instruction,
			targets: {
				altitudeFt: hold(this.setting.altitudeFt),
				airspeedKias: hold(this.speedKias),
				...targets
			},
			...(path ? { path } : {}),
			end,
			togetherAllowed: ['bank', 'power'],
			weight
		});
		return this;
	}

	/** A course to be met at a cut, until it is captured. */
	intercept(path: CoursePath): this {
		const { courseDeg, aid, interceptDeg, toward } = path;
		return this.leg(
			`Intercept ${three(courseDeg)} ${toward} ${aid}`,
			`Tune, identify, set ${three(courseDeg)}. Cut of ${interceptDeg}° from the course, not from your heading; lead the turn.`,
			path,
			{ kind: 'established', ...CAPTURED },
			{},
			1.5
		);
	}

	/** A course kept to its end. */
	track(path: CoursePath, end: Phase['end'], settleSeconds = 0): this {
		const { courseDeg, aid, toward } = path;
		return this.leg(
			`${three(courseDeg)} ${toward} ${aid}`,
			`Hold a heading, see the drift, keep what stops it.`,
			path,
			end,
			{ needle: hold(0, settleSeconds) },
			2
		);
	}

	hold(path: HoldPath, end: Phase['end']): this {
		const { aid, inboundCourseDeg, turns, inboundSeconds, timing, circuits } = path;
		return this.leg(
			`Hold at ${aid}, ${three(inboundCourseDeg)} inbound, ${turns}`,
			`Enter, then ${circuits} circuits. ${inboundSeconds} s ${timing}; find the heading that holds the course, correct outbound.`,
			path,
			end,
			{ needle: hold(0) },
			4
		);
	}

	reversal(path: ReversalPath): this {
		const { aid, outboundCourseDeg, side, limitNm, shape, outboundSeconds } = path;
		const SHAPES: Record<ReversalPath['shape'], string> = {
			'45-180': '45° for a minute, 180° back',
			'80-260': '80°, and 260° back',
			'base-turn': 'the turn inbound',
			racetrack: 'the turn inbound'
		};
		return this.leg(
			`Reverse within ${limitNm} NM of ${aid}`,
			`Outbound ${three(outboundCourseDeg)} for ${outboundSeconds} s, then ${side}: ${SHAPES[shape]}. Established inbound.`,
			path,
			// Over the station on the way out is not established inbound.
			{
				kind: 'all',
				of: [
					{ kind: 'elapsed', seconds: 75 },
					{ kind: 'established', within: 0.5, heldSeconds: 4 }
				]
			},
			{},
			3
		);
	}

	/** The card, begun on a radial of a place, magnetic. */
	card(
		id: string,
		name: string,
		group: string,
		summary: string,
		begin: { aid: string; radialDeg: number; distanceNm: number; headingDeg: number },
		more: Partial<TaskCard> = {}
	): TaskCard {
		const { area, aircraft, altitudeFt } = this.setting;
		const place = cardPlace(area, begin.aid);
		const at = plus(
			{ north: place.northNm, east: place.eastNm },
			times(unit(begin.radialDeg + northOf(place, area.variationDeg)), begin.distanceNm)
		);
		const card = cardOf(
			{ aircraft, area: area.id, altitudeFt, headingDeg: normalizeDeg(begin.headingDeg) },
			this.base,
			{
				id,
				name,
				group,
				summary,
				numbersToKnow: ['level-approach'],
				phases: this.phases,
				...more
			}
		);
		const northNm = Math.round(at.north * 1e4) / 1e4;
		const eastNm = Math.round(at.east * 1e4) / 1e4;
		return withPlaces({ ...card, start: { ...card.start, northNm, eastNm } }, area);
	}
}
