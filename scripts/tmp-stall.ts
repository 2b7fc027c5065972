import { Flight, setupOf, loadedAircraft, type ControlInputs } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog } from '$data';
const card = cardCatalog.all.find((c) => c.id === 'straight-level')!;
const area = areaCatalog.get(card.area);
function run(
	id: string,
	flapsDeg: number,
	gearDown: boolean,
	power: number | null,
	rudder = 0,
	log = false,
	act?: (t: number, f: Flight, c: ControlInputs) => ControlInputs
) {
	const aircraft = aircraftCatalog.get(id);
	const base = setupOf({ ...card, aircraft: id }, aircraft, area);
	const s = aircraft.speeds;
	const setup = {
		...base,
		assist: 'direct' as const,
		seed: 1,
		start: {
			...base.start,
			altitudeFt: 5000,
			airspeedKias: (flapsDeg ? s.stallLandingKias : s.stallCleanKias) * 1.25,
			verticalSpeedFpm: 0,
			flapsDeg,
			gearDown,
			governedRpm: undefined
		}
	};
	const f = new Flight(setup);
	const e0 = f.surfaces.elevatorDeg;
	let maxA = 0,
		minN = 9,
		stallT = 0,
		maxCL = 0,
		clAfter = 9,
		vs = 999,
		minPitch = 99,
		maxPitch = -99,
		nods = 0,
		lastA = 0,
		up = true;
	const rows: string[] = [];
	for (let i = 0; i < 24 * 120 && !f.ended; i++) {
		const t = i / 120;
		let c: ControlInputs = {
			...f.initialControls,
			throttle: power ?? f.initialControls.throttle,
			elevator: Math.min(1, t / 15),
			rudder: t > 12 ? rudder : 0
		};
		// keep wings level by rudder-free aileron until stall
		if (act) c = act(t, f, c);
		else {
			const tr = f.truth();
			const p = f.state[10]! * 57.3;
			c.aileron = 0;
			c.rudder =
				rudder && f.airplane.wing.separated > 0.2
					? rudder
					: Math.max(-1, Math.min(1, -tr.bankDeg * 0.04 - p * 0.02));
		}
		f.step(c);
		const tr = f.truth();
		const a = tr.angleOfAttackDeg;
		maxA = Math.max(maxA, a);
		if (f.airplane.wing.separated > 0.5 && !stallT) {
			stallT = t;
		}
		if (f.airplane.wing.separated > 0.02 && vs > 900) vs = f.panel.airspeedKias;
		const w = f.airplane.wing.lift;
		if (w > maxCL) maxCL = w;
		if (stallT && t < stallT + 3) clAfter = Math.min(clAfter, a > 16 ? w : 9);
		minN = Math.min(minN, tr.loadFactor);
		if (stallT) {
			minPitch = Math.min(minPitch, tr.pitchDeg);
		}
		maxPitch = Math.max(maxPitch, tr.pitchDeg);
		if (i % 60 === 0)
			rows.push(
				`${t.toFixed(1)} ias ${f.panel.airspeedKias.toFixed(0)} a ${a.toFixed(1)} pitch ${tr.pitchDeg.toFixed(1)} bank ${tr.bankDeg.toFixed(0)} n ${tr.loadFactor.toFixed(2)} sep ${f.airplane.wing.separated.toFixed(2)} CL ${w.toFixed(2)} vs ${tr.verticalSpeedFpm.toFixed(0)} elev ${f.surfaces.elevatorDeg.toFixed(1)} turn ${tr.turnRateDegPerSecond.toFixed(0)} slip ${tr.slipDeg.toFixed(0)}`
			);
	}
	console.log(
		id,
		'flap',
		flapsDeg,
		'gear',
		gearDown,
		'thr',
		power,
		'rud',
		rudder,
		`| stall ${stallT.toFixed(1)} s, break ${vs.toFixed(0)} kt, amax ${maxA.toFixed(1)}, CLmax ${maxCL.toFixed(2)} after ${clAfter.toFixed(2)} = -${((1 - clAfter / maxCL) * 100).toFixed(0)}%, nmin ${minN.toFixed(2)}, pitch ${maxPitch.toFixed(0)}..${minPitch.toFixed(0)} end ${f.ended}`
	);
	if (log) console.log(rows.join('\n'));
}

const neutral = (pull: number) => (t: number, f: Flight, c: ControlInputs) => ({
	...c,
	aileron: 0,
	rudder: 0,
	elevator: Math.min(pull, t / 15)
});
const feet = (t: number, f: Flight, c: ControlInputs) => {
	const tr = f.truth();
	const r = f.state[12]! * 57.3;
	return {
		...c,
		elevator: Math.min(1, t / 15),
		aileron: 0,
		rudder: Math.max(-0.5, Math.min(0.5, -tr.bankDeg * 0.03 - r * 0.03))
	};
};
const hands = (t: number, f: Flight, c: ControlInputs) => {
	const tr = f.truth();
	const p = f.state[10]! * 57.3;
	return {
		...c,
		elevator: Math.min(1, t / 15),
		rudder: 0,
		aileron: Math.max(-0.5, Math.min(0.5, -tr.bankDeg * 0.02 - p * 0.01))
	};
};
const spin = (side: number, held: number) => (t: number, f: Flight, c: ControlInputs) => {
	const on = t > 8 && t < 8 + held;
	const rec = t >= 8 + held;
	return {
		...c,
		aileron: 0,
		throttle: rec ? 0 : c.throttle,
		elevator: rec ? (t < 8 + held + 1 ? 0.5 : t < 8 + held + 3 ? -0.3 : 0.0) : Math.min(1, t / 8),
		rudder: on ? side : rec && t < 8 + held + 2.5 ? -side : 0
	};
};
const [log, mode] = process.argv.slice(2);
for (const id of ['ferrin-160', 'ostrel-240'])
	for (const flap of [0, 30])
		for (const p of [0, 1]) {
			for (const [name, act] of Object.entries({ neutral: neutral(1), feet, hands, spin: spin(1, 6) }))
				if (!mode || mode === name) {
					process.stdout.write(name + ' ');
					run(id, flap, flap > 0, p, 0, log === 'log', act);
				}
		}
