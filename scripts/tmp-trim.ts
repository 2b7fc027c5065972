import { trimmedFlight, trimmedAtThrottle, standardDay } from '@hanza/core';
import { aircraftCatalog } from '$data';
const aircraft = aircraftCatalog.get('ostrel-240');
for (const rpm of [2575, 2400, 2200, 1800])
	for (const gear of [0, 1])
		for (const flapsDeg of [0, 10, 30])
			for (let ias = 70; ias <= 180; ias += 10) {
				let last: string | null = null;
				let line = '';
				let throttles: number[] = [];
				for (let vs = 1500; vs >= 1500; vs -= 25) {
					let now: string;
					try {
						const t = trimmedFlight(aircraft, {
							airspeedKcas: ias,
							verticalSpeedFpm: vs,
							altitudeFt: 3000,
							flapsDeg,
							bankDeg: 0,
							headingDeg: 0,
							gear,
							governedRpm: rpm,
							...standardDay
						});
						now = 'ok';
						if (throttles.length && t.throttle > throttles.at(-1)! + 1e-9)
							line += ` !throttle up at ${vs}: ${throttles.at(-1)!.toFixed(3)}→${t.throttle.toFixed(3)} pitch ${t.propellerPitch.toFixed(2)} rpm ${t.powerRpm.toFixed(0)}`;
						throttles.push(t.throttle);
					} catch (e) {
						now = String((e as Error).message).slice(0, 50);
					}
					if (now !== last) line += ` [${vs} ${now}]`;
					last = now;
				}
				if (line.split('[').length > 4 || line.includes('!')) console.log(rpm, gear, flapsDeg, ias, line);
				for (const th of [0])
					try {
						const r = trimmedAtThrottle(aircraft, th, {
							airspeedKcas: ias,
							altitudeFt: 3000,
							flapsDeg,
							bankDeg: 0,
							headingDeg: 0,
							gear,
							governedRpm: rpm,
							...standardDay
						});
						if (Math.abs(r.throttle - th) > 1e-3)
							console.log('AT', rpm, gear, flapsDeg, ias, r.throttle, r.verticalSpeedFpm);
					} catch (e) {
						console.log('AT', rpm, gear, flapsDeg, ias, String(e).slice(0, 120));
					}
			}
