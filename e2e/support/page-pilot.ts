import { FLAG, normalizeDeg, RECEIVER_BITS, signedDeg, type RadioReadings, type TaskCard } from '@hanza/core';
import { Navigator } from '@hanza/core';
import { TECHNIQUES, type ControlInputs } from '@hanza/core';

/**
 * A pilot in the page: reads the dials by their labels at each picture, decides as the steady robot does, and
 * moves the axes of the test's own stick. Bundled and put into the page by `flyByDials`.
 */
const label = (start: string): string =>
	document.querySelector(`[role=img][aria-label^="${start}"]`)?.getAttribute('aria-label') ?? '';
const text = (id: string): string => document.querySelector(`[data-testid=${id}]`)?.textContent ?? '';
const numberIn = (words: string): number => Number(/-?\d+(\.\d+)?/.exec(words)?.[0] ?? NaN);

/** What the labels say of the radios. */
function radioOf(headingDeg: number): RadioReadings {
	const needle = label('Nav 1:');
	const share = /needle (\d\.\d+) of full scale (right|left)/.exec(needle);
	const bearing = /bearing to the station (\d+)/.exec(label('nav 1:'));
	const distanceNm = numberIn(text('distance'));
	return {
		rnavBearingDeg: 0,
		nav1Needle: share ? Number(share[1]) * (share[2] === 'right' ? 1 : -1) : 0,
		nav1Flag: / to,/.test(needle) ? FLAG.to : / from,/.test(needle) ? FLAG.from : FLAG.off,
		nav1IsLocalizer: 0,
		glideNeedle: 0,
		glideValid: 0,
		nav2Needle: 0,
		nav2Flag: FLAG.off,
		nav2IsLocalizer: 0,
		pointerDeg: bearing ? normalizeDeg(Number(bearing[1]) - headingDeg) : 0,
		pointerValid: bearing ? 1 : 0,
		distanceNm: Number.isNaN(distanceNm) ? -1 : distanceNm,
		distanceKt: 0,
		marker: 0,
		received: RECEIVER_BITS.nav1,
		identified: text('ident-nav1').includes('✓') ? RECEIVER_BITS.nav1 : 0,
		rnavNeedle: 0,
		rnavValid: 0,
		rnavScaleNm: 1,
		rnavDistanceNm: 0,
		rnavCourseDeg: 0,
		rnavTo: 0
	};
}

/** Above the attitude of level flight, degrees. */
const CLIMB_DEG = 5;
const clamp = (value: number, most: number): number => Math.max(-most, Math.min(most, value));

/** The time of the flight, s. */
const flightTime = (): number =>
	Number(document.querySelector<HTMLElement>('[data-testid=cockpit]')?.dataset.seconds);

function startPilot(card: TaskCard, inputs: ControlInputs, altitudes: number | number[]): void {
	const { axes } = window as never as { axes: number[] };
	let navigator: Navigator | null = null;
	let decidedAt = flightTime();
	const pitch0 = numberIn(label('Attitude'));
	let lateral = { kind: 'heading', headingDeg: numberIn(label('Heading')) } as ReturnType<Navigator['steer']>;
	const picture = () => {
		const seconds = flightTime();
		const headingDeg = numberIn(label('Heading'));
		const bank = /bank (\d+) degrees (right|left)/.exec(label('Attitude'));
		const bankDeg = bank ? Number(bank[1]) * (bank[2] === 'right' ? 1 : -1) : 0;
		const phase = Number(/Phase (\d+) of/.exec(text('targets'))?.[1] ?? 1) - 1;
		const path = card.phases[phase]?.path;
		const altitudeFt = typeof altitudes === 'number' ? altitudes : (altitudes[phase] ?? altitudes.at(-1)!);
		const course = card.phases[phase]?.targets.headingDeg?.value;
		const radio = radioOf(headingDeg);
		navigator ??= new Navigator(card, TECHNIQUES.steady, radio, inputs);
		const turnRateDegPerSecond = numberIn(label('Turn')) || 0;
		for (; seconds - decidedAt >= 0.1; decidedAt += 0.1)
			if (!path && course !== undefined) lateral = { kind: 'heading', headingDeg: course };
			else if (path) lateral = navigator.steer(phase, path, radio, { headingDeg, turnRateDegPerSecond }, 95);
		const wanted =
			lateral.kind === 'bank' ? lateral.bankDeg : clamp(signedDeg(lateral.headingDeg - headingDeg), 15);
		const roll = clamp((wanted - bankDeg) * 0.03, 0.4);
		const low = altitudeFt - numberIn(label('Altimeter'));
		// A climb at full power wants more nose than a correction does.
		const most = low > 150 ? CLIMB_DEG : 2;
		const pitchWanted = pitch0 + clamp(low * 0.012, most) + Math.abs(bankDeg) * 0.03;
		const nose = clamp((pitchWanted - numberIn(label('Attitude'))) * 0.06, 0.3);
		axes[2] = Math.abs(roll) < 0.04 ? 0 : roll;
		axes[3] = Math.abs(nose) < 0.04 ? 0 : nose;
		if (seconds >= 0) requestAnimationFrame(picture);
	};
	requestAnimationFrame(picture);
}
(window as never as { startPilot: typeof startPilot }).startPilot = startPilot;
