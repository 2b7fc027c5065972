import { Flight, setupOf } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog } from '$data';
const card = cardCatalog.all.find((c) => c.id === 'straight-level')!;
const area = areaCatalog.get(card.area);
for (const id of ['ostrel-240']) for (const [what, vs] of [['roll', 'instantaneous'], ['pull', 'instantaneous'], ['pull', 'chamber']] as const) {
	const base = setupOf({ ...card, aircraft: id }, aircraftCatalog.get(id), area);
	const f = new Flight({ ...base, assist: 'attitude', seed: 1, verticalSpeed: vs });
	let worst = 0, out = '';
	for (let i = 0; i < 40 * 120; i++) {
		const t = i / 120;
		const tr = f.truth();
		const roll = what === 'roll' ? Math.max(-0.6, Math.min(0.6, ((t > 5 && t < 25 ? 30 : 0) - tr.bankDeg) / 8)) : 0;
		f.step({ ...f.initialControls, assist: 'attitude', aileron: roll, elevator: what === 'roll' ? Math.max(-.5, Math.min(.5, -(tr.verticalSpeedFpm) / 1000 - (tr.altitudeFt > 3000 ? 0 : 0))) : t > 2 && t < 3 ? 0.6 : 0 });
		worst = Math.max(worst, Math.abs(f.panel.verticalSpeedFpm - tr.verticalSpeedFpm));
		if (i % 120 === 0) out += ` ${tr.verticalSpeedFpm.toFixed(0)}/${f.panel.verticalSpeedFpm.toFixed(0)}`;
	}
	console.log(what, vs, 'worst error', worst.toFixed(0), out);
}
