import { Flight, setupOf, trimmedAtThrottle, standardDay } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog } from '$data';
const card = cardCatalog.all.find((c) => c.id === 'straight-level')!;
const area = areaCatalog.get(card.area);
const aircraft = aircraftCatalog.get('ostrel-240');
for (const Cm of [-0.014, -0.003, 0, 0.002, 0.004])
	for (const ias of [105, 120]) {
		aircraft.gear!.Cm = Cm;
		const base = setupOf({ ...card, aircraft: 'ostrel-240' }, aircraft, area);
		const f = new Flight({
			...base,
			assist: 'direct',
			seed: 1,
			start: { ...base.start, airspeedKias: ias, governedRpm: 2300 }
		});
		let out = '';
		let mn = 999,
			mx = 0,
			p0 = 0,
			pm = 99,
			px = -99;
		for (let i = 0; i < 240 * 120; i++) {
			const t = f.truth();
			const p = f.state[10]! * 57.3;
			f.step({
				...f.initialControls,
				gear: i > 600 ? 1 : 0,
				aileron: Math.max(-0.3, Math.min(0.3, -t.bankDeg * 0.02 - p * 0.01))
			});
			if (i === 600) p0 = t.pitchDeg;
			if (i > 600 && i < 1800) {
				pm = Math.min(pm, t.pitchDeg - p0);
				px = Math.max(px, t.pitchDeg - p0);
			}
			if (i > 600) {
				mn = Math.min(mn, f.panel.airspeedKias);
				mx = Math.max(mx, f.panel.airspeedKias);
			}
			if (i % 4800 === 4799) out += ` ${f.panel.airspeedKias.toFixed(0)}kt ${t.verticalSpeedFpm.toFixed(0)}`;
		}
		console.log(
			Cm,
			ias,
			out,
			'range',
			mn.toFixed(0),
			mx.toFixed(0),
			'pitch in 10 s',
			pm.toFixed(1),
			px.toFixed(1)
		);
	}
for (const id of ['ostrel-240', 'ferrin-160'])
	for (const rpm of [2575, 2300, 1800])
		for (const ias of [90, 110, 130])
			for (const gear of [0, 1])
				try {
					const r = trimmedAtThrottle(aircraftCatalog.get(id), 0, {
						airspeedKcas: ias,
						altitudeFt: 3000,
						flapsDeg: 0,
						bankDeg: 0,
						headingDeg: 0,
						gear,
						governedRpm: rpm,
						...standardDay
					});
					console.log(
						id,
						rpm,
						ias,
						gear,
						r.verticalSpeedFpm.toFixed(0),
						r.throttle,
						r.powerRpm.toFixed(0),
						r.propellerPitch
					);
				} catch (e) {
					console.log(id, rpm, ias, gear, String(e));
				}
