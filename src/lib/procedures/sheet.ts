import {
	approachSpeeds,
	bugOf,
	constraintWords,
	endOf,
	finalSlope,
	formatHeading,
	frequencyWords,
	GUIDANCE_NAMES,
	HanzaError,
	isPrecise,
	missedPointWords,
	planProcedure,
	solveCircling,
	solveColdTemperature,
	solveConstantDescent,
	solveGlidepath,
	solveVdp,
	USUAL_ADDED_FT,
	stationWords,
	type Aircraft,
	type Area,
	type Category,
	type Known,
	type Minimum,
	type PlannedLeg,
	type PlannedProcedure,
	type Procedure,
	type TaskCard,
	type Weather
} from '@hanza/core';

/** What a sheet is drawn for. */
export interface SheetSetting {
	area: Area;
	aircraft: Aircraft;
	weather: Weather;
	category: Category;
	/** Whose altimeter setting is used; the field's own where left out. */
	altimeterFrom?: string;
	/** The minimum that is flown to, where a card says so. */
	minimum?: Minimum;
	addedFt?: number;
}

/** A line of the way down: what is flown, to where, how low, with today's numbers. */
export interface SheetLeg {
	id: string;
	segment: PlannedLeg['segment'];
	/** "101 to VESIN" */
	text: string;
	/** How its end is known. */
	known: string;
	altitude: string;
	headingDeg: number | null;
	groundspeedKt: number;
	distanceNm: number;
	seconds: number;
	/** ft/min, negative down; 0 level. */
	fpm: number;
	/** NM before its end: where to begin down at the latest, and where to slow. */
	beginNm: number | null;
	slowNm: number | null;
	indicatedKt: number;
}

export interface Sheet {
	procedure: Procedure;
	planned: PlannedProcedure;
	airportName: string;
	/** "ILS, IVES 109.50 MHz, course 101" */
	aids: { id: string; words: string; frequency: string }[];
	legs: SheetLeg[];
	missed: SheetLeg[];
	minimum: Minimum;
	bugFt: number;
	/** Those that apply to the category and the setting, and all others. */
	applying: Minimum[];
	others: Minimum[];
	missedPoint: string;
	/** Rates and times by groundspeed on the final. */
	finals: { groundspeedKt: number; fpm: number; seconds: number | null }[];
	vdpNm: number | null;
	/** Altitude of the path at each fix of the final. */
	pathAt: { fix: string; ft: number }[];
	steady: { angleDeg: number; fpm: number; decisionFt: number; decisionNm: number } | null;
	coldFt: number;
	/** Where one circles: how far from each threshold it is protected, NM. */
	circlingNm: number | null;
}

/** Where no card says another, ft. */
const BUG_STEP_FT = 10;
const SPREAD = [-20, -10, 0, 10, 20];

/** How a fix is known, in words. */
export function knownWords(known: Known, id: string): string {
	switch (known.kind) {
		case 'station':
			return `over ${id}`;
		case 'waypoint':
			return 'waypoint';
		case 'marker':
			return `marker ${known.marker}`;
		case 'radial-distance':
			return `${known.aid} radial ${formatHeading(known.radialDeg)}, ${known.distanceNm} NM`;
		case 'localizer-distance':
			return `${known.aid} ${known.distanceNm} NM`;
		case 'crossing':
			return `${known.across} radial ${formatHeading(known.radialDeg)}`;
		default:
			return known.distanceNm === 0 ? 'threshold' : `${known.distanceNm} NM before the threshold`;
	}
}

function legText({ leg, courseDeg }: PlannedLeg): string {
	switch (leg.kind) {
		case 'course':
		case 'track':
			return `${formatHeading(courseDeg)} to ${leg.to === 'THR' ? 'the threshold' : leg.to}`;
		case 'direct':
			return `direct ${leg.to}${leg.turn ? `, ${leg.turn} turn` : ''}`;
		case 'arc':
			return `${leg.radiusNm} NM arc of ${leg.aid} ${leg.direction} to ${formatHeading(leg.leadRadialDeg)}`;
		case 'reversal':
			return `out ${formatHeading(leg.outboundCourseDeg)} for ${leg.outboundSeconds} s, back ${leg.side} to ${formatHeading(leg.inboundCourseDeg)}, within ${leg.limitNm} NM`;
		case 'hold':
			return `hold ${leg.at}, ${formatHeading(leg.inboundCourseDeg)} inbound, ${leg.turns} turns`;
		default:
			return `${formatHeading(leg.headingDeg)} until ${leg.toFt} ft`;
	}
}

function sheetLeg(planned: PlannedLeg, procedure: Procedure, i: number): SheetLeg {
	const { leg } = planned;
	const to = endOf(leg);
	const fix = procedure.fixes.find(({ id }) => id === to);
	const straight = leg.kind === 'course' || leg.kind === 'track' || leg.kind === 'direct';
	return {
		id: `${planned.segment}-${i}`,
		segment: planned.segment,
		text: legText(planned),
		known: fix && leg.kind !== 'hold' && to !== 'THR' ? knownWords(fix.known[0]!, fix.id) : '',
		altitude: leg.altitude ? constraintWords(leg.altitude) : leg.kind === 'heading' ? `${leg.toFt} ft` : '',
		headingDeg: straight || leg.kind === 'heading' ? planned.headingDeg : null,
		groundspeedKt: planned.groundspeedKt,
		distanceNm: planned.distanceNm,
		seconds: planned.seconds,
		fpm: planned.verticalFpm,
		beginNm: planned.beginNm,
		slowNm: planned.slowNm,
		indicatedKt: planned.indicatedKt
	};
}

const applies = (one: Minimum, { category, altimeterFrom }: SheetSetting): boolean =>
	one.categories.includes(category) && one.altimeterFrom === altimeterFrom;

/** Everything that stands on a procedure's sheet, for an aircraft on a day. @throws HanzaError where it cannot be flown. */
export function sheetOf(procedure: Procedure, setting: SheetSetting): Sheet {
	const { area, aircraft, weather } = setting;
	const own = procedure.minima.filter((one) => applies(one, setting));
	const straight = own.filter(({ guidance }) => guidance === procedure.final.guidance);
	const wanted =
		procedure.straightIn && straight.length > 0 ? straight : own.length > 0 ? own : procedure.minima;
	const minimum =
		setting.minimum ?? wanted.reduce((low, one) => (one.altitudeFt < low.altitudeFt ? one : low));
	const addedFt = minimum.kind === 'decision' ? 0 : (setting.addedFt ?? USUAL_ADDED_FT);
	const planned = planProcedure(procedure, {
		area,
		weather,
		speeds: approachSpeeds(aircraft),
		minimum,
		addedFt
	});
	const { places, finalFix } = planned;
	const groundspeedKt = planned.finalGroundspeedKt;
	const { feetPerNm } = finalSlope(planned);
	const precise = isPrecise(procedure.final.guidance);
	const perNm = precise ? places.pathFt(1) - places.pathFt(0) : feetPerNm;
	const toMissedNm = finalFix.beforeThresholdNm - planned.missedPoint.beforeThresholdNm;
	const named = [
		...new Set([
			procedure.final.aid,
			...[...procedure.legs, ...procedure.missed.legs].flatMap((leg) =>
				'aid' in leg ? [leg.aid] : leg.kind === 'hold' ? [leg.at] : leg.kind === 'direct' ? [leg.to] : []
			)
		])
	];
	const threshold = {
		thresholdElevationFt: places.threshold.elevationFt,
		thresholdCrossingHeightFt: procedure.final.crossingHeightFt
	};
	const fixes = procedure.legs
		.filter(({ segment }) => segment === 'final' || segment === 'intermediate')
		.flatMap((leg) => endOf(leg) ?? [])
		.map((fix) => ({ fix, nm: places.beforeThresholdNm(places.at(fix)) }))
		.filter(({ nm }) => nm > 0.05);
	const steady =
		precise || !procedure.straightIn
			? null
			: quietly(() =>
					solveConstantDescent({
						...threshold,
						fromDistanceNm: finalFix.beforeThresholdNm,
						fromAltitudeFt: finalFix.altitudeFt,
						groundspeedKt,
						minimumFt: minimum.altitudeFt,
						addedFt,
						stepDowns: []
					})
				);
	const vdp =
		precise || !procedure.straightIn
			? null
			: quietly(() =>
					solveVdp({
						...threshold,
						minimumFt: minimum.altitudeFt,
						angleDeg: procedure.final.angleDeg,
						fafToThresholdNm: finalFix.beforeThresholdNm,
						groundspeedKt
					})
				);
	const fieldC = 15 + weather.temperatureOffsetC - 0.00198 * places.threshold.elevationFt;
	return {
		procedure,
		planned,
		airportName: area.airports.find(({ id }) => id === procedure.airport)?.name ?? procedure.airport,
		aids: named.flatMap((id) => {
			const station = area.stations.find((one) => one.id === id);
			return station ? [{ id, words: stationWords(station), frequency: frequencyWords(station) }] : [];
		}),
		legs: planned.legs.map((leg, i) => sheetLeg(leg, procedure, i)),
		missed: planned.missed.map((leg, i) => sheetLeg(leg, procedure, i)),
		minimum,
		bugFt: bugOf(minimum.altitudeFt + addedFt, BUG_STEP_FT),
		applying: own,
		others: procedure.minima.filter((one) => !own.includes(one)),
		missedPoint: missedPointWords(procedure, planned.missedPoint.secondsAfterFinalFix),
		finals: (procedure.straightIn ? SPREAD : [])
			.map((by) => Math.round((groundspeedKt + by) / 5) * 5)
			.map((kt) => ({
				groundspeedKt: kt,
				fpm: Math.round((perNm * kt) / 600) * 10,
				seconds: procedure.missedPoint.kind === 'time' ? (toMissedNm / kt) * 3600 : null
			})),
		vdpNm: vdp?.distanceFromThresholdNm ?? null,
		pathAt: procedure.straightIn
			? solveGlidepath({
					...threshold,
					angleDeg: procedure.final.angleDeg,
					distancesNm: fixes.length > 0 ? fixes.map(({ nm }) => nm) : [1]
				}).rows.flatMap(({ altitudeFt }, i) => (fixes[i] ? [{ fix: fixes[i].fix, ft: altitudeFt }] : []))
			: [],
		steady: steady && {
			angleDeg: steady.angleDeg,
			fpm: steady.verticalSpeedFpm,
			decisionFt: steady.decisionAltitudeFt,
			decisionNm: steady.decisionDistanceNm
		},
		circlingNm: wanted.some(({ guidance }) => guidance === 'circling')
			? solveCircling({
					rules: 'icao',
					category: setting.category,
					aerodromeElevationFt: places.threshold.elevationFt
				}).radiusNm
			: null,
		coldFt: solveColdTemperature({
			heightFt: Math.max(0, minimum.altitudeFt - places.threshold.elevationFt),
			aerodromeElevationFt: places.threshold.elevationFt,
			aerodromeTemperatureC: Math.max(-60, Math.min(50, fieldC))
		}).correctionFt
	};
}

/** What the solvers refuse does not stand on the sheet; anything else is a mistake of ours. */
function quietly<T>(work: () => T): T | null {
	try {
		return work();
	} catch (error) {
		if (error instanceof HanzaError) return null;
		throw error;
	}
}

/** What is said where a card's sheet cannot be laid out, at the desk and to whoever is about to fly it. */
export const SHEET_LOST_WHY =
	'The sheet cannot be laid out: the area has lost a station or a point that this approach is flown by.';
export const SHEET_LOST = `${SHEET_LOST_WHY} Tell your instructor before you fly it.`;

/**
 * The sheet of a card's approach, by the procedure and the minimum that the card kept; null for a card that is none, and
 * where the area has lost what it is flown by.
 */
export function sheetOfCard(
	{ approach, weather }: TaskCard,
	area: Area | null,
	aircraft: Aircraft | null
): Sheet | null {
	if (!approach || !area || !aircraft) return null;
	const { procedure, category, minimum, addedFt, bugFt } = approach;
	const sheet = quietly(() => sheetOf(procedure, { area, aircraft, weather, category, minimum, addedFt }));
	return sheet && { ...sheet, bugFt };
}

/** A minimum in words: "ILS 260 ft, 800 m". */
export const minimumWords = ({
	guidance,
	kind,
	altitudeFt,
	visibilityM,
	categories,
	withFix
}: Minimum): string =>
	`${GUIDANCE_NAMES[guidance]} ${categories.join(' ')}: ${kind === 'decision' ? 'decide at' : 'not below'} ${altitudeFt} ft, ${visibilityM} m${withFix ? `, with ${withFix}` : ''}`;
