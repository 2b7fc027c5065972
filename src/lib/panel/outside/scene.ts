import { METRES_PER_FT, METRES_PER_NM, toRadians, type Area, type Runway } from '@hanza/core';
import type { Eye } from '$lib/workers/messages.js';

/** A point of the ground: metres north and east of the reference, and above the sea. */
export interface Ground {
	northM: number;
	eastM: number;
	upM: number;
}
/** Ahead, to the right and down of the eye, m. */
export type Seen = readonly [ahead: number, right: number, down: number];

/** Nearer than this nothing is drawn, m. */
const NEAR_M = 2;

/** Turns points of the ground into what is ahead, right and down of the eye. */
export function viewFrom(eye: Eye): (point: Ground) => Seen {
	const [h, p, b] = [toRadians(eye.headingDeg), toRadians(eye.pitchDeg), toRadians(eye.bankDeg)];
	const [sh, ch, sp, cp, sb, cb] = [
		Math.sin(h),
		Math.cos(h),
		Math.sin(p),
		Math.cos(p),
		Math.sin(b),
		Math.cos(b)
	];
	const north0 = eye.northNm * METRES_PER_NM;
	const east0 = eye.eastNm * METRES_PER_NM;
	const up0 = eye.altitudeFt * METRES_PER_FT;
	return ({ northM, eastM, upM }) => {
		const n = northM - north0;
		const e = eastM - east0;
		const d = up0 - upM;
		return [
			cp * ch * n + cp * sh * e - sp * d,
			(sb * sp * ch - cb * sh) * n + (sb * sp * sh + cb * ch) * e + sb * cp * d,
			(cb * sp * ch + sb * sh) * n + (cb * sp * sh - sb * ch) * e + cb * cp * d
		];
	};
}

/** A shape cut off at the near plane, so that what lies behind the eye is not drawn upside down. */
export function clipNear(corners: readonly Seen[]): Seen[] {
	const out: Seen[] = [];
	corners.forEach((here, i) => {
		const before = corners[(i + corners.length - 1) % corners.length]!;
		if (here[0] >= NEAR_M !== before[0] >= NEAR_M) {
			const share = (NEAR_M - before[0]) / (here[0] - before[0]);
			out.push([
				NEAR_M,
				before[1] + share * (here[1] - before[1]),
				before[2] + share * (here[2] - before[2])
			]);
		}
		if (here[0] >= NEAR_M) out.push(here);
	});
	return out;
}

export interface Light extends Ground {
	candela: number;
	colour: 'white' | 'green' | 'red';
	/** True direction of the light's beam, or null when it shines all round. */
	beamDeg: number | null;
}

const APPROACH_CANDELA = 20_000;
const EDGE_CANDELA = 5_000;
/** Length of the row of approach lights, m, and the distance between two. */
const APPROACH_ROW = { full: { lengthM: 900, everyM: 30 }, simple: { lengthM: 420, everyM: 60 } } as const;
const EDGE_EVERY_M = 60;

/** A point along a runway: metres beyond its middle in the first end's direction, and to its right. */
function along(runway: Runway, headingTrueDeg: number, upM: number) {
	const h = toRadians(headingTrueDeg);
	return (ahead: number, right: number): Ground => ({
		northM: runway.northNm * METRES_PER_NM + ahead * Math.cos(h) - right * Math.sin(h),
		eastM: runway.eastNm * METRES_PER_NM + ahead * Math.sin(h) + right * Math.cos(h),
		upM
	});
}

/** The pavement of a runway, and its lights: edges, ends and what leads to it. */
export function runwayScene(runway: Runway, elevationFt: number, variationDeg: number) {
	const trueDeg = runway.headingDeg + variationDeg;
	const at = along(runway, trueDeg, elevationFt * METRES_PER_FT);
	const half = runway.lengthM / 2;
	const side = runway.widthM / 2;
	const pavement = [at(-half, -side), at(half, -side), at(half, side), at(-half, side)];
	const lights: Light[] = [];
	for (let x = -half; x <= half; x += EDGE_EVERY_M)
		for (const y of [-side, side])
			lights.push({ ...at(x, y), candela: EDGE_CANDELA, colour: 'white', beamDeg: null });
	([1, -1] as const).forEach((way, end) => {
		// Seen from this side: the near end is green, the far one red, each shining only this way.
		const beamDeg = trueDeg + (way === 1 ? 180 : 0);
		for (let y = -side; y <= side; y += 3) {
			lights.push({ ...at(-way * half, y), candela: EDGE_CANDELA, colour: 'green', beamDeg });
			lights.push({ ...at(way * half, y), candela: EDGE_CANDELA / 2, colour: 'red', beamDeg });
		}
		const kind = runway.approachLights[end]!;
		if (kind === 'none') return;
		const { lengthM, everyM } = APPROACH_ROW[kind];
		for (let x = everyM; x <= lengthM; x += everyM)
			lights.push({ ...at(-way * (half + x), 0), candela: APPROACH_CANDELA, colour: 'white', beamDeg });
		for (const y of [-12, -9, -6, -3, 3, 6, 9, 12])
			lights.push({ ...at(-way * (half + 300), y), candela: APPROACH_CANDELA, colour: 'white', beamDeg });
	});
	return { pavement, lights };
}

/** The fixed things of an area as shapes on the ground; worked out once for a flight. */
export function sceneOf(area: Area) {
	return {
		islands: area.islands.map(({ coast }) =>
			coast.map(([eastNm, northNm]): Ground => ({
				northM: northNm * METRES_PER_NM,
				eastM: eastNm * METRES_PER_NM,
				upM: 0
			}))
		),
		runways: area.airports.flatMap(({ elevationFt, runways }) =>
			runways.map((runway) => runwayScene(runway, elevationFt, area.variationDeg))
		)
	};
}
export type Scene = ReturnType<typeof sceneOf>;
