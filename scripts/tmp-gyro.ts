import { Flight, setupOf } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog } from '$data';
const card = cardCatalog.all.find((c) => c.id === 'straight-level')!;
const area = areaCatalog.get(card.area);
const aircraft = aircraftCatalog.get('ferrin-160');
for (const seed of [1, 2, 3])
	for (const turns of [0, 1]) {
		const base = setupOf(card, aircraft, area);
		const f = new Flight({ ...base, assist: 'attitude', seed, start: { ...base.start, altitudeFt: 6000 } });
		let out = '';
		for (let i = 0; i < 900 * 120 && !f.ended; i++) {
			if (i === 60 * 120) f.arm({ kind: 'vacuum', atSeconds: 60, creepSeconds: 0 });
			const t = i / 120,
				k = t % 120;
			const aileron = turns
				? k > 10 && k < 14
					? 0.25
					: k > 40 && k < 44
						? -0.25
						: k > 70 && k < 74
							? -0.25
							: k > 100 && k < 104
								? 0.25
								: 0
				: 0;
			f.step({ ...f.initialControls, assist: 'attitude', aileron });
			const tr = f.truth();
			if (i % (30 * 120) === 15 * 120)
				out += `\n  ${Math.floor(t / 60)}:${Math.round(t % 60)} bank ${tr.bankDeg.toFixed(0)}→${f.panel.bankDeg.toFixed(0)} pitch ${tr.pitchDeg.toFixed(0)}→${f.panel.pitchDeg.toFixed(0)} hdg ${tr.headingDeg.toFixed(0)}→${f.panel.headingDeg.toFixed(0)}`;
		}
		console.log(seed, turns, out);
	}
