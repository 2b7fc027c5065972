/** A place on a dial: 0° at the top, clockwise, about the middle of a 200 × 200 drawing. */
export function place(angleDeg: number, radius: number): { x: number; y: number } {
	const angle = (angleDeg * Math.PI) / 180;
	return { x: 100 + radius * Math.sin(angle), y: 100 - radius * Math.cos(angle) };
}

/** Path of an arc on a dial from one angle clockwise to another. */
export function arc(fromDeg: number, toDeg: number, radius: number): string {
	const a = place(fromDeg, radius);
	const b = place(toDeg, radius);
	const large = toDeg - fromDeg > 180 ? 1 : 0;
	return `M${a.x.toFixed(2)} ${a.y.toFixed(2)}A${radius} ${radius} 0 ${large} 1 ${b.x.toFixed(2)} ${b.y.toFixed(2)}`;
}

/** A straight scale bent round a dial. */
export interface Scale {
	from: number;
	to: number;
	fromDeg: number;
	toDeg: number;
}

/** Angle of a value, kept on the scale: a needle rests at its stop. */
export function angleOn({ from, to, fromDeg, toDeg }: Scale, value: number): number {
	const share = (Math.min(Math.max(value, Math.min(from, to)), Math.max(from, to)) - from) / (to - from);
	return fromDeg + share * (toDeg - fromDeg);
}

/** Values from one to another in steps, ends included. */
export function steps(from: number, to: number, by: number): number[] {
	const count = Math.round((to - from) / by);
	return Array.from({ length: count + 1 }, (_, i) => from + i * by);
}

/** What the altimeter says, with the bugs that are set at its rim. 0 of a bug: not set. */
export const altimeterWords = (
	altimeterFt: number,
	settingHpa: number,
	minimumBugFt: number,
	altitudeBugFt: number
): string =>
	`Altimeter ${Math.round(altimeterFt)} feet, setting ${settingHpa.toFixed(1)} hectopascal` +
	(minimumBugFt ? `, bug for the minimum ${minimumBugFt} feet` : '') +
	(altitudeBugFt ? `, reminder ${altitudeBugFt} feet` : '');

/** An attitude as a screen reader says it. */
export const attitudeWords = (pitchDeg: number, bankDeg: number): string =>
	`Attitude: pitch ${pitchDeg.toFixed(1)} degrees, bank ${Math.round(Math.abs(bankDeg))} degrees ${bankDeg >= 0 ? 'right' : 'left'}`;

/** The four letters of a compass card; the other thirties are numbers without their nought. */
export const cardMark = (deg: number): string =>
	({ 0: 'N', 90: 'E', 180: 'S', 270: 'W' })[((deg % 360) + 360) % 360] ??
	String((((deg % 360) + 360) % 360) / 10);
