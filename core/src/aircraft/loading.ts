import { InputError } from '../base/index.js';
import type { Aerodynamics, Aircraft, Loading } from './aircraft.js';

/** A loaded aircraft: mass in kg, arms in m behind the datum. */
export interface Weighed {
	massKg: number;
	/** Centre of gravity, m behind the datum. */
	armM: number;
	/** Limits at this mass. */
	forwardArmM: number;
	aftArmM: number;
	withinLimits: boolean;
	/** What is wrong, in words; empty when nothing is. */
	problems: string[];
}

/**
 * Mass and centre of gravity of a loading, and whether both are inside the limits.
 * @throws InputError for a station that the aircraft does not have.
 */
export function massAndBalance(aircraft: Aircraft, loading: Loading): Weighed {
	const data = aircraft.loading;
	let massKg = data.emptyMassKg + loading.fuelKg;
	let moment = data.emptyMassKg * data.emptyArmM + loading.fuelKg * data.fuelArmM;
	const problems: string[] = [];
	for (const [id, kg] of Object.entries(loading.stationsKg)) {
		const station = data.stations.find((one) => one.id === id);
		if (!station)
			throw new InputError(
				`/stationsKg/${id}`,
				`is no station of this aircraft: it has ${data.stations.map((one) => one.id).join(', ')}`
			);
		massKg += kg;
		moment += kg * station.armM;
		if (kg > station.maximumKg)
			problems.push(`${station.name}: ${kg} kg where ${station.maximumKg} kg is allowed`);
	}
	const armM = moment / massKg;
	if (loading.fuelKg > data.fuelCapacityKg)
		problems.push(`fuel: ${loading.fuelKg} kg where the tanks hold ${data.fuelCapacityKg} kg`);
	if (massKg > data.maximumMassKg)
		problems.push(`mass: ${Math.round(massKg)} kg where ${data.maximumMassKg} kg is allowed`);
	const { forwardArmM, aftArmM } = envelopeAt(data.envelope, massKg);
	if (armM < forwardArmM || armM > aftArmM)
		problems.push(
			`centre of gravity: ${armM.toFixed(3)} m where ${forwardArmM.toFixed(3)} to ${aftArmM.toFixed(3)} m is allowed`
		);
	return { massKg, armM, forwardArmM, aftArmM, withinLimits: problems.length === 0, problems };
}

/** Limits of the centre of gravity at a mass: straight between the corners, as at the ends beyond them. */
function envelopeAt(corners: Aircraft['loading']['envelope'], massKg: number) {
	const above = corners.findIndex((corner) => corner.massKg >= massKg);
	if (above <= 0) return corners[above < 0 ? corners.length - 1 : 0]!;
	const [low, high] = [corners[above - 1]!, corners[above]!];
	const share = (massKg - low.massKg) / (high.massKg - low.massKg);
	return {
		forwardArmM: low.forwardArmM + share * (high.forwardArmM - low.forwardArmM),
		aftArmM: low.aftArmM + share * (high.aftArmM - low.aftArmM)
	};
}

/**
 * The aircraft with something else on board: its mass, its inertia by the masses that differ, and its
 * derivatives about the new centre of gravity. A centre of gravity moved aft by h mean chords adds
 * h·CL to every pitching moment, and its distance in spans times the side force to every yawing one.
 * Source: B. Etkin and L. D. Reid, Dynamics of Flight, 3rd ed., 2.2 and 3.2.
 * @throws InputError when the loading is outside the limits.
 */
export function loadedAircraft(aircraft: Aircraft, loading: Loading | undefined): Aircraft {
	if (!loading) return aircraft;
	const weighed = massAndBalance(aircraft, loading);
	if (!weighed.withinLimits)
		throw new InputError('/loading', `is outside the limits: ${weighed.problems.join('; ')}`);
	const { standard, stations, referenceArmM, fuelArmM } = aircraft.loading;
	const moved = weighed.armM - referenceArmM;
	const inertia = (armM: number, kg: number) => kg * (armM - referenceArmM) ** 2;
	const more = stations.reduce(
		(sum, { id, armM }) =>
			sum + inertia(armM, (loading.stationsKg[id] ?? 0) - (standard.stationsKg[id] ?? 0)),
		inertia(fuelArmM, loading.fuelKg - standard.fuelKg)
	);
	return {
		...aircraft,
		massKg: weighed.massKg,
		iyy: aircraft.iyy + more,
		izz: aircraft.izz + more,
		aerodynamics: about(aircraft.aerodynamics, moved / aircraft.chordM, moved / aircraft.spanM)
	};
}

/** Derivatives about a centre of gravity further aft by `chords` mean chords and `spans` spans. */
const about = (a: Aerodynamics, chords: number, spans: number): Aerodynamics => ({
	...a,
	Cm0: a.Cm0 + chords * a.CL0,
	Cmalpha: a.Cmalpha + chords * a.CLalpha,
	Cmalphadot: a.Cmalphadot + chords * a.CLalphadot,
	Cmq: a.Cmq + chords * a.CLq,
	Cmelevator: a.Cmelevator + chords * a.CLelevator,
	flap: { ...a.flap, CmperDeg: a.flap.CmperDeg + chords * a.flap.CLperDeg },
	Cnbeta: a.Cnbeta + spans * a.CYbeta,
	Cnrudder: a.Cnrudder + spans * a.CYrudder
});
