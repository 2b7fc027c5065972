import { directionDeg, HanzaError, InputError, length, signedDeg, unit, type Vec2 } from '../base/index.js';
import { solveCircling, solveReversal, type Category } from '../navigation/index.js';
import { groundFt, type Area } from '../world/index.js';
import { trueCourseDeg, type ProcedurePlaces } from './place.js';
import { endOf, placesOfProcedure } from './plan.js';
import {
	highestOf,
	isNotCircling,
	isPrecise,
	isRnav,
	lowestOf,
	PROCEDURE_EDITIONS,
	type Guidance,
	type Procedure,
	type ProcedureLeg
} from './procedure.js';

/** What is wrong with a procedure: where, how badly, and what to change. */
export interface ProcedureProblem {
	/** JSON pointer into the document. */
	path: string;
	/** An error cannot be flown; a caution is to be looked at. */
	level: 'error' | 'caution';
	text: string;
}

/** Most that is asked of a leg: ft a mile, optimum and maximum. Source: FAA Order 8260.3 (United States). */
const GRADIENTS = {
	initial: { optimum: 250, maximum: 500 },
	intermediate: { optimum: 150, maximum: 318 },
	final: { optimum: 318, maximum: 400 }
} as const;
/** Height kept over ground and obstacles, ft. Source: as above; the missed approach and sectors apart. */
const CLEARANCE_FT = { initial: 1000, intermediate: 500, final: 250 } as const;
const CIRCLING_CLEARANCE_FT = 300;
/** Half the width that is looked at for ground, NM. */
const BESIDE_NM = { initial: 1, intermediate: 0.8, final: 0.4 } as const;
/** How far a final may point off the runway for a straight-in approach, degrees. Sources: ICAO Doc 8168; FAA 8260.3. */
const OFFSET_DEG = { icaoAB: 30, icaoCD: 15, precise: 3.5 } as const;
/** A place lies on a course within this, NM or degrees as seen from the aid, whichever is more. */
const ON_COURSE = { nm: 0.3, deg: 2 };
/** A final at the threshold is no lower over it than this, ft. */
const LEAST_OVER_THRESHOLD_FT = { decision: 200, descent: 250 } as const;
const STEP_NM = 0.25;
/** The path by angle meets the published altitude of its fix within this, ft. */
const PATH_AT_FIX_FT = 60;

/**
 * What a procedure asks for and does not hold together, in the order of the document. One with an error cannot be flown.
 * Everything that can be found is told at once; a document of the wrong shape tells its first place only.
 */
export function checkProcedure(value: unknown, area: Area): { ok: boolean; problems: ProcedureProblem[] } {
	const problems: ProcedureProblem[] = [];
	const found = (level: ProcedureProblem['level']) => (path: string, text: string) =>
		void problems.push({ path, level, text });
	try {
		const procedure = PROCEDURE_EDITIONS.upgrade(value);
		const check = new Check(
			procedure,
			area,
			placesOfProcedure(procedure, area),
			found('error'),
			found('caution')
		);
		check.all();
	} catch (error) {
		if (!(error instanceof HanzaError)) throw error;
		const place = error instanceof InputError ? error.place : '';
		problems.push({
			path: place,
			level: 'error',
			text: error instanceof InputError ? error.wanted : error.message
		});
	}
	problems.sort((a, b) => Number(a.level === 'caution') - Number(b.level === 'caution'));
	return { ok: problems.every(({ level }) => level !== 'error'), problems };
}

/** Which station a guidance needs. */
const NEEDS: Record<Guidance, readonly string[]> = {
	ils: ['localizer'],
	localizer: ['localizer'],
	'back-course': ['localizer'],
	vor: ['vor'],
	'vor-dme': ['vor'],
	ndb: ['ndb'],
	lnav: ['fix'],
	lpv: ['fix']
};

class Check {
	constructor(
		private readonly procedure: Procedure,
		private readonly area: Area,
		private readonly places: ProcedurePlaces,
		private readonly error: (path: string, text: string) => void,
		private readonly caution: (path: string, text: string) => void
	) {}

	all(): void {
		this.aids();
		this.joins();
		this.altitudes();
		this.ground();
		this.final();
		this.minima();
		this.missed();
		this.reversals();
		this.sectors();
	}

	private finalLegs(): { leg: ProcedureLeg; i: number }[] {
		return this.procedure.legs.flatMap((leg, i) => (leg.segment === 'final' ? [{ leg, i }] : []));
	}

	private kindOf(id: string): string {
		return this.area.stations.find((one) => one.id === id)?.kind ?? 'fix';
	}

	private aids(): void {
		const { final } = this.procedure;
		const kind = this.kindOf(final.aid);
		if (!NEEDS[final.guidance].includes(kind))
			this.error(
				'/final/aid',
				`must be a ${NEEDS[final.guidance].join(' or ')} for this guidance; ${final.aid} is a ${kind}: change the aid or the guidance`
			);
		const station = this.area.stations.find((one) => one.id === final.aid);
		if (final.guidance === 'ils' && !(station?.kind === 'localizer' && station.glidepath))
			this.error(
				'/final/aid',
				`must have a glidepath for an ILS; ${final.aid} has none: make it a localizer approach`
			);
		if (final.guidance === 'vor-dme' && !(station?.kind === 'vor' && station.dme))
			this.error('/final/aid', `must answer with a distance; ${final.aid} has none: make it a VOR approach`);
		if (station?.kind === 'localizer') {
			const back = final.guidance === 'back-course';
			if (back && !station.backCourse)
				this.error('/final/aid', `${final.aid} has no back course to be used: take another aid`);
			const course = station.courseDeg + (back ? 180 : 0);
			if (Math.abs(signedDeg(course - final.courseDeg)) > 0.5)
				this.error('/final/courseDeg', `must be the localizer's own, ${Math.round(course % 360)}: change it`);
		}
		if (isPrecise(final.guidance) && final.interceptFt === undefined)
			this.error('/final/interceptFt', 'must be given where a path by angle is flown');
		if (!this.procedure.fixes.some(({ id }) => id === final.finalFix))
			this.error('/final/finalFix', `must be a fix of the procedure; ${final.finalFix} is none: add it`);
		const { missedPoint } = this.procedure;
		if (missedPoint.kind === 'distance') {
			const from = this.area.stations.find((one) => one.id === missedPoint.aid);
			const tells =
				(from?.kind === 'vor' && from.dme) || (from?.kind === 'localizer' && from.dme !== undefined);
			if (!tells) this.error('/missedPoint/aid', `must answer with a distance; ${missedPoint.aid} does not`);
		}
		if ((missedPoint.kind === 'decision-altitude') !== isPrecise(final.guidance))
			this.error(
				'/missedPoint/kind',
				isPrecise(final.guidance)
					? 'must be the decision altitude where a path by angle is flown'
					: 'must be a fix, a distance or a time where no path by angle is flown'
			);
	}

	/** How far a place lies from the line of a course, and the angle of that at the aid. */
	private offCourse(place: Vec2, aid: string, courseDeg: number): { nm: number; deg: number } {
		const from = this.places.at(aid);
		const trueDeg = trueCourseDeg(this.area, aid, courseDeg);
		const d = { north: place.north - from.north, east: place.east - from.east };
		const right = unit(trueDeg + 90);
		const nm = Math.abs(d.north * right.north + d.east * right.east);
		return { nm, deg: (Math.atan2(nm, Math.max(0.1, Math.hypot(d.north, d.east))) * 180) / Math.PI };
	}

	private joins(): void {
		let before: Vec2 | null = null;
		this.procedure.legs.forEach((leg, i) => {
			const path = `/legs/${i}`;
			const to = endOf(leg);
			const end = to === null ? null : this.places.at(to, path);
			if (leg.kind === 'course') {
				for (const [at, name, where] of [
					[before, 'the place where the leg before it ends', 'courseDeg'],
					[end, leg.to, 'to']
				] as const) {
					if (!at) continue;
					const off = this.offCourse(at, leg.aid, leg.courseDeg);
					// The first place of an intermediate or final leg may be met at a cut; a fix that it leads to may not.
					if (off.nm > ON_COURSE.nm && off.deg > ON_COURSE.deg)
						this.error(
							`${path}/${where}`,
							`must be so that ${name} lies on the course; it lies ${off.nm.toFixed(1)} NM off: change the course or the fix`
						);
				}
			} else if (leg.kind === 'track' && before) {
				const from = this.places.at(leg.from, `${path}/from`);
				if (Math.hypot(from.north - before.north, from.east - before.east) > ON_COURSE.nm)
					this.error(`${path}/from`, 'must be where the leg before it ends: the legs do not join');
			} else if (leg.kind === 'arc') {
				const centre = this.places.at(leg.aid, `${path}/aid`);
				const nm = Math.hypot(end!.north - centre.north, end!.east - centre.east);
				if (Math.abs(nm - leg.radiusNm) > ON_COURSE.nm)
					this.error(
						`${path}/to`,
						`must lie on the arc of ${leg.radiusNm} NM; ${leg.to} is ${nm.toFixed(1)} NM away`
					);
			} else if ((leg.kind === 'reversal' || leg.kind === 'hold') && before) {
				const at = this.places.at(leg.kind === 'hold' ? leg.at : leg.aid, path);
				if (Math.hypot(at.north - before.north, at.east - before.east) > ON_COURSE.nm)
					this.error(path, 'must begin where the leg before it ends: the legs do not join');
			}
			// After a reversal the next course is met from where the turn has ended, on its own line.
			before = leg.kind === 'reversal' || leg.kind === 'heading' ? null : end;
		});
	}

	private altitudes(): void {
		let low = Infinity;
		let before: { at: Vec2; ft: number } | null = null;
		this.procedure.legs.forEach((leg, i) => {
			const ft = lowestOf(leg.altitude);
			const high = highestOf(leg.altitude);
			const path = `/legs/${i}/altitude`;
			if (leg.altitude?.kind === 'between' && leg.altitude.lowFt >= leg.altitude.highFt)
				this.error(path, 'must have its lower altitude first');
			if ((ft ?? high ?? -Infinity) > low)
				this.error(
					path,
					`must not rise toward the runway: ${ft ?? high} ft after ${low} ft. Lower it, or raise the one before`
				);
			if (ft !== null) low = Math.min(low, ft);
			const to = endOf(leg);
			const at = to === null ? null : this.places.at(to, `/legs/${i}`);
			const segment = leg.segment;
			if (
				before &&
				at &&
				ft !== null &&
				segment !== 'missed' &&
				(leg.kind === 'course' || leg.kind === 'track')
			) {
				const nm = Math.hypot(at.north - before.at.north, at.east - before.at.east);
				if (nm > 0.2) this.gradient(segment, (before.ft - ft) / nm, path);
			}
			// What is lost in a reversal is lost over no distance that could be reckoned here.
			if (leg.kind === 'reversal') before = null;
			else if (at && ft !== null) before = { at, ft };
			else if (at) before = null;
			if (segment === 'initial' && ft === null && leg.kind !== 'hold')
				this.caution(path, 'says no altitude: give the lowest that is safe to its end');
		});
	}

	private gradient(segment: keyof typeof GRADIENTS, feetPerNm: number, path: string): void {
		const { optimum, maximum } = GRADIENTS[segment];
		if (feetPerNm > maximum)
			this.error(
				path,
				`asks for ${Math.round(feetPerNm)} ft a mile, ${maximum} at most in the ${segment} segment: begin lower or farther out`
			);
		else if (feetPerNm > optimum + 0.5)
			this.caution(
				path,
				`asks for ${Math.round(feetPerNm)} ft a mile; ${optimum} is best in the ${segment} segment`
			);
	}

	/** The highest ground or obstacle near a line, ft. */
	private highest(from: Vec2, to: Vec2, besideNm: number): number {
		const nm = Math.hypot(to.north - from.north, to.east - from.east);
		const steps = Math.max(1, Math.ceil(nm / STEP_NM));
		const across =
			nm > 0
				? { north: -(to.east - from.east) / nm, east: (to.north - from.north) / nm }
				: { north: 0, east: 1 };
		let top = 0;
		for (let i = 0; i <= steps; i++)
			for (const side of [-besideNm, 0, besideNm]) {
				const north = from.north + ((to.north - from.north) * i) / steps + across.north * side;
				const east = from.east + ((to.east - from.east) * i) / steps + across.east * side;
				top = Math.max(top, groundFt(this.area, north, east));
			}
		const u =
			nm > 0
				? { north: (to.north - from.north) / nm, east: (to.east - from.east) / nm }
				: { north: 1, east: 0 };
		for (const obstacle of this.area.obstacles) {
			const d = { north: obstacle.northNm - from.north, east: obstacle.eastNm - from.east };
			const along = d.north * u.north + d.east * u.east;
			const beside = Math.abs(d.north * across.north + d.east * across.east);
			if (along >= -0.2 && along <= nm + 0.2 && beside <= besideNm) top = Math.max(top, obstacle.topFt);
		}
		return top;
	}

	private ground(): void {
		let before: Vec2 | null = null;
		let ft: number | null = null;
		this.procedure.legs.forEach((leg, i) => {
			const to = endOf(leg);
			const at = to === null ? null : this.places.at(to, `/legs/${i}`);
			const own = lowestOf(leg.altitude);
			// To its end a leg is flown as low as the altitude at it allows.
			const flown = own ?? ft;
			if (before && at && flown !== null && leg.segment !== 'missed' && leg.segment !== 'final') {
				const top = this.highest(before, at, BESIDE_NM[leg.segment]);
				this.clear(`/legs/${i}/altitude`, flown, top, CLEARANCE_FT[leg.segment], 'the leg');
			}
			before = at ?? before;
			ft = own ?? ft;
		});
		const finals = this.finalLegs();
		let from = this.places.at(this.procedure.final.finalFix, '/final/finalFix');
		finals.forEach(({ leg, i }) => {
			const to = endOf(leg);
			if (to === null) return;
			const at = this.places.at(to, `/legs/${i}`);
			const own = lowestOf(leg.altitude);
			if (own !== null)
				this.clear(
					`/legs/${i}/altitude`,
					own,
					this.highest(from, at, BESIDE_NM.final),
					CLEARANCE_FT.final,
					'the step'
				);
			from = at;
		});
	}

	private clear(path: string, ft: number, top: number, wanted: number, what: string): void {
		if (ft <= top)
			this.error(path, `must clear the ground: ${what} lies at ${ft} ft over ${Math.round(top)} ft`);
		else if (ft - top < wanted)
			this.caution(
				path,
				`clears ${Math.round(top)} ft by ${Math.round(ft - top)} ft; ${wanted} is asked for. Raise it`
			);
	}

	private final(): void {
		const { final, straightIn } = this.procedure;
		const legs = this.procedure.legs;
		if (this.finalLegs().length === 0) {
			this.error('/legs', 'must have a final leg');
			return;
		}
		const { threshold } = this.places;
		const off = Math.abs(signedDeg(this.places.finalTrueDeg - threshold.trueDeg));
		if (straightIn) {
			const precise = isPrecise(final.guidance);
			const most = precise ? OFFSET_DEG.precise : OFFSET_DEG.icaoAB;
			if (off > most)
				this.error(
					'/straightIn',
					`must be false: the final points ${Math.round(off)}° off the runway, ${most}° at most. Publish circling minima only`
				);
			else if (!precise && off > OFFSET_DEG.icaoCD)
				this.caution(
					'/final/courseDeg',
					`points ${Math.round(off)}° off the runway: for categories A and B only`
				);
		}
		const fix = this.places.at(final.finalFix, '/final/finalFix');
		const before = this.places.beforeThresholdNm(fix);
		if (straightIn && before <= 1)
			this.error('/final/finalFix', `must lie before the runway; it is ${before.toFixed(1)} NM from it`);
		if (straightIn && before > 10)
			this.caution('/final/finalFix', `lies ${before.toFixed(1)} NM out: ten is the most`);
		const at = legs.find((leg) => endOf(leg) === final.finalFix && leg.segment === 'intermediate');
		const fixFt = lowestOf(at?.altitude) ?? final.interceptFt;
		if (!at) this.error('/legs', 'must lead to the final fix by an intermediate leg');
		if (isPrecise(final.guidance) && final.interceptFt !== undefined) {
			const pathFt = this.places.pathFt(before);
			if (Math.abs(pathFt - final.interceptFt) > PATH_AT_FIX_FT)
				this.error(
					'/final/interceptFt',
					`must be where the path is at ${final.finalFix}, ${Math.round(pathFt)} ft: move the fix or change the altitude`
				);
			if (fixFt !== undefined && fixFt > pathFt + PATH_AT_FIX_FT)
				this.error('/final/interceptFt', 'must be met from below: the fix is crossed above the path');
		} else if (fixFt !== undefined && straightIn) {
			const feetPerNm = (fixFt - threshold.elevationFt - final.crossingHeightFt) / before;
			const i = legs.indexOf(at!);
			this.gradient('final', feetPerNm, i >= 0 ? `/legs/${i}/altitude` : '/final/finalFix');
		}
		const missedAt = this.missedAt();
		if (missedAt !== null && straightIn) {
			const missedBefore = this.places.beforeThresholdNm(missedAt);
			if (missedBefore >= before) this.error('/missedPoint', 'must lie after the final fix');
			if (missedBefore < -0.1) this.error('/missedPoint', 'must not lie past the threshold');
		}
	}

	private missedAt(): Vec2 | null {
		const { missedPoint } = this.procedure;
		return missedPoint.kind === 'decision-altitude'
			? null
			: this.places.at(missedPoint.fix, '/missedPoint/fix');
	}

	private minima(): void {
		const { minima, straightIn, final } = this.procedure;
		const { threshold } = this.places;
		const finalsFt = this.finalLegs()
			.map(({ leg }) => lowestOf(leg.altitude))
			.filter((ft) => ft !== null);
		minima.forEach((one, i) => {
			const path = `/minima/${i}`;
			const over = one.altitudeFt - threshold.elevationFt;
			if (over < LEAST_OVER_THRESHOLD_FT[one.kind])
				this.error(
					`${path}/altitudeFt`,
					`must be ${LEAST_OVER_THRESHOLD_FT[one.kind]} ft above the threshold or more; it is ${Math.round(over)}: raise it`
				);
			if (one.guidance === 'circling') {
				for (const category of one.categories) this.circling(path, one.altitudeFt, category);
				if (one.kind === 'decision') this.error(`${path}/kind`, 'must be descent where one circles');
				return;
			}
			if (!straightIn) this.error(path, 'must be circling: the final leads to no runway');
			if ((one.kind === 'decision') !== isPrecise(one.guidance))
				this.error(
					`${path}/kind`,
					`must be ${isPrecise(one.guidance) ? 'decision' : 'descent'} by this guidance`
				);
			if (isRnav(one.guidance) !== isRnav(final.guidance))
				this.error(`${path}/guidance`, 'must be flown by the same kind of aid as the final');
			if (one.withFix && finalsFt.length > 0 && one.altitudeFt > Math.min(...finalsFt))
				this.caution(`${path}/withFix`, 'gains nothing by the fix');
		});
		if (!minima.some(({ guidance }) => guidance === 'circling' || guidance === final.guidance))
			this.error('/minima', 'must hold one for the guidance of the final, or for circling');
		for (const category of ['A', 'B'] as const)
			if (!minima.some(({ categories }) => categories.includes(category)))
				this.caution('/minima', `say nothing for category ${category}`);
	}

	private circling(path: string, altitudeFt: number, category: Category): void {
		const port = this.area.airports.find(({ id }) => id === this.procedure.airport)!;
		const { radiusNm } = solveCircling({
			rules: 'icao',
			category,
			aerodromeElevationFt: Math.max(-2000, port.elevationFt)
		});
		const middle = port.runways[0]!;
		let top = 0;
		for (let deg = 0; deg < 360; deg += 10)
			for (let share = 0.25; share <= 1; share += 0.25) {
				if (isNotCircling(this.procedure, deg - this.area.variationDeg)) continue;
				const u = unit(deg);
				const nm = radiusNm * share;
				top = Math.max(top, groundFt(this.area, middle.northNm + u.north * nm, middle.eastNm + u.east * nm));
			}
		for (const { northNm, eastNm, topFt } of this.area.obstacles) {
			const d = { north: northNm - middle.northNm, east: eastNm - middle.eastNm };
			const bearingDeg = directionDeg(d) - this.area.variationDeg;
			if (length(d) <= radiusNm && !isNotCircling(this.procedure, bearingDeg)) top = Math.max(top, topFt);
		}
		if (altitudeFt <= top)
			this.error(
				`${path}/altitudeFt`,
				`must clear the ground inside the circling radius of ${radiusNm.toFixed(1)} NM, ${Math.round(top)} ft: raise it`
			);
		else if (altitudeFt - top < CIRCLING_CLEARANCE_FT)
			this.caution(
				`${path}/altitudeFt`,
				`clears ${Math.round(top)} ft inside the circling radius by ${Math.round(altitudeFt - top)} ft; ${CIRCLING_CLEARANCE_FT} is asked for, or a side is to be left out`
			);
	}

	private missed(): void {
		const { missed, minima } = this.procedure;
		const last = missed.legs.at(-1)!;
		if (last.kind !== 'hold')
			this.error(`/missed/legs/${missed.legs.length - 1}`, 'must be a hold: a missed approach ends in one');
		const lowest = Math.min(...minima.map(({ altitudeFt }) => altitudeFt));
		let before = lowest;
		missed.legs.forEach((leg, i) => {
			const path = `/missed/legs/${i}`;
			if (leg.segment !== 'missed') this.error(`${path}/segment`, 'must be missed');
			const ft = leg.kind === 'heading' ? leg.toFt : (lowestOf(leg.altitude) ?? highestOf(leg.altitude));
			if (i === 0 && ft !== null && ft <= lowest)
				this.error(
					leg.kind === 'heading' ? `${path}/toFt` : `${path}/altitude`,
					'must climb: it lies no higher than the minimum'
				);
			if (ft !== null && ft < before) this.error(`${path}/altitude`, 'must not lead down again');
			if (ft !== null) before = ft;
			const to = endOf(leg);
			if (to !== null) this.places.at(to, path);
			if (leg.kind === 'hold' && i > 0) {
				const previous = endOf(missed.legs[i - 1]!);
				if (previous !== null && previous !== leg.at)
					this.error(`${path}/at`, 'must be where the leg before it ends: the legs do not join');
			}
		});
		if (missed.legs[0]!.kind !== 'heading' && missed.legs[0]!.kind !== 'course')
			this.error('/missed/legs/0', 'must first climb, on a heading or a course, before it turns to a place');
		const safe = Math.min(...this.procedure.sectors.altitudes.map(({ altitudeFt }) => altitudeFt));
		if (before < Math.min(safe, 2000))
			this.caution('/missed/legs', `end at ${before} ft, below every sector's safe altitude`);
	}

	private reversals(): void {
		this.procedure.legs.forEach((leg, i) => {
			if (leg.kind !== 'reversal') return;
			const apart = Math.abs(signedDeg(leg.outboundCourseDeg + 180 - leg.inboundCourseDeg));
			if (leg.shape !== 'base-turn' && apart > 1)
				this.error(
					`/legs/${i}/inboundCourseDeg`,
					'must be the reciprocal of the outbound course for this shape'
				);
			if (leg.shape === 'base-turn' && (apart < 5 || apart > 45))
				this.error(
					`/legs/${i}/outboundCourseDeg`,
					`must spread from the inbound course by 5° to 45°; it is ${Math.round(apart)}°`
				);
			if (leg.shape !== '45-180' && leg.shape !== '80-260') return;
			const { farthestNm } = solveReversal({
				outboundCourseDeg: leg.outboundCourseDeg,
				kind: leg.shape === '45-180' ? '45/180' : '80/260',
				side: leg.side,
				trueAirspeedKt: 100,
				windFromDeg: 0,
				windSpeedKt: 0,
				outboundSeconds: leg.outboundSeconds
			});
			if (farthestNm > leg.limitNm)
				this.error(
					`/legs/${i}/outboundSeconds`,
					`must keep the turn within ${leg.limitNm} NM; at 100 kt in still air it goes to ${farthestNm.toFixed(1)} NM: shorten it`
				);
		});
	}

	private sectors(): void {
		const { about, altitudes } = this.procedure.sectors;
		this.places.at(about, '/sectors/about');
		let covered = 0;
		altitudes.forEach(({ fromDeg, toDeg }, i) => {
			const next = altitudes[(i + 1) % altitudes.length]!;
			covered += (toDeg - fromDeg + 360) % 360 || 360;
			if (Math.abs(signedDeg(next.fromDeg - toDeg)) > 0.01)
				this.error(
					`/sectors/altitudes/${i}/toDeg`,
					'must be where the next sector begins: they leave a gap, or overlap'
				);
		});
		if (Math.abs(covered - 360) > 0.01)
			this.error('/sectors/altitudes', `must go once round; they cover ${Math.round(covered)}°`);
		altitudes.forEach(({ fromDeg, toDeg, altitudeFt }, i) => {
			const at = this.places.at(about);
			let top = 0;
			const span = (toDeg - fromDeg + 360) % 360 || 360;
			for (let deg = 0; deg <= span; deg += 5)
				for (let nm = 1; nm <= 25; nm += 1) {
					// A bearing from it, magnetic.
					const u = unit(fromDeg + deg + this.area.variationDeg);
					top = Math.max(top, groundFt(this.area, at.north + u.north * nm, at.east + u.east * nm));
				}
			if (altitudeFt < top + 1000)
				this.caution(
					`/sectors/altitudes/${i}/altitudeFt`,
					`clears ${Math.round(top)} ft by less than 1000 ft: raise it`
				);
		});
	}
}
