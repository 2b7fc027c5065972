import { clamp, signedDeg, toRadians } from '../../base/index.js';

/** Erection of a healthy attitude gyro, °/s of error taken out. */
const ERECTION_DEG_PER_SECOND = 8 / 60;
/** What the unbalance of a rotor at full speed leans it by, °/s at one g; the slower it turns, the more. */
const UNBALANCE_DEG_PER_SECOND = 0.13;
/** A rotor slower than this share is leaned no faster: it has no stiffness left to be turned against. */
const SLOWEST_STIFF = 0.12;
/** Rotor speed, as a share, at which half of the case's motion is taken along once all drive is gone. */
const HALF_GRIP = 0.5;
/** Bearings that hold one gimbal turn the other: this share of what is taken along. */
const CROSS_SHARE = 0.2;
/** Where the gimbals meet their stops, degrees shown. */
const BANK_STOP_DEG = 100;
const PITCH_STOP_DEG = 70;
/** A slow rotor that leans so far does not come back: it falls over. */
const TOPPLE_ERROR_DEG = 20;
const TOPPLE_ROTOR = 0.45;
/** How fast it turns over then at full rotor speed, °/s, how long that lasts, s, and how far it nods meanwhile, degrees. */
const TUMBLE_DEG_PER_SECOND = 70;
const TUMBLE_SECONDS = 14;
const TUMBLE_NOD_DEG = 40;
const NOD_SECONDS = 0.6;
/** Slower than this it is no longer tumbling, °/s. */
const TUMBLE_ENDS_DEG_PER_SECOND = 2;

/** The errors of an attitude gyro, degrees, and how fast it turns over, °/s. Numbers only. */
export interface AttitudeGyro {
	errorPitchDeg: number;
	errorBankDeg: number;
	tumbleDegPerSecond: number;
}

/** How the case moves: attitude, degrees, its rates, °/s, and the load along its vertical, g. */
export interface CaseMotion {
	pitchDeg: number;
	bankDeg: number;
	pitchRateDegPerSecond: number;
	bankRateDegPerSecond: number;
	loadFactor: number;
}

/** A bank brought into what a dial shows; most are in it already. */
export const shownDeg = (deg: number): number => (deg > -180 && deg <= 180 ? deg : signedDeg(deg));

/** Share of its case's motion that a rotor is taken along by, 0 at full speed, 1 when it stands. */
export function gripOf(rotor: number): number {
	const slow = Math.max(0, 1 - rotor);
	const stiff = rotor / HALF_GRIP;
	return (slow * slow) / (slow * slow + stiff * stiff + 1e-12);
}

/**
 * Moves an attitude gyro on by one step. At full speed it stands and is erected; as its rotor runs down its unbalance
 * leans it under load and its bearings take it along with the case, so that it lags in every manoeuvre; slow and leaning
 * far, or at its stops, it falls over and tumbles; when the rotor stands it shows what it last showed.
 * Source of the mechanism (precession by unbalance and gimbal friction, both as one over the rotor's momentum; erection;
 * tumbling at the stops): FAA-H-8083-15B, ch. 5. The sizes are ours.
 * @param rotor share of full speed. @param lean which way it errs, −1 to 1 each, of the flight's seed.
 * @param leanTargetDeg bank error that a faulty erection seeks.
 */
export function stepAttitudeGyro(
	gyro: AttitudeGyro,
	motion: CaseMotion,
	rotor: number,
	lean: { pitch: number; bank: number },
	leanTargetDeg: number,
	seconds: number
): void {
	const square = rotor * rotor;
	const erection = ERECTION_DEG_PER_SECOND * square * square * seconds;
	gyro.errorBankDeg += clamp(leanTargetDeg - gyro.errorBankDeg, -erection, erection);
	gyro.errorPitchDeg += clamp(-gyro.errorPitchDeg, -erection, erection);
	if (rotor < 1) {
		const grip = gripOf(rotor);
		// Unbalance turns a rotor that still has momentum; one that has none is only carried.
		const unbalance =
			(UNBALANCE_DEG_PER_SECOND * motion.loadFactor * (1 - rotor) * (1 - grip)) /
			Math.max(SLOWEST_STIFF, rotor);
		const cross = CROSS_SHARE * grip * (1 - grip);
		gyro.errorBankDeg +=
			seconds *
			(unbalance * lean.bank -
				grip * motion.bankRateDegPerSecond +
				cross * lean.bank * motion.pitchRateDegPerSecond);
		gyro.errorPitchDeg +=
			seconds *
			(0.5 * unbalance * lean.pitch -
				grip * motion.pitchRateDegPerSecond +
				cross * lean.pitch * motion.bankRateDegPerSecond);
	}
	tumble(gyro, motion, rotor, lean.bank, seconds);
	gyro.errorBankDeg = shownDeg(gyro.errorBankDeg);
	gyro.errorPitchDeg = clamp(gyro.errorPitchDeg, -120, 120);
}

function tumble(
	gyro: AttitudeGyro,
	{ pitchDeg, bankDeg }: CaseMotion,
	rotor: number,
	leanBank: number,
	seconds: number
): void {
	const turnsOver = Math.abs(gyro.tumbleDegPerSecond) > TUMBLE_ENDS_DEG_PER_SECOND;
	if (!turnsOver) {
		gyro.tumbleDegPerSecond = 0;
		const shownBank = shownDeg(bankDeg + gyro.errorBankDeg);
		const atStop =
			Math.abs(shownBank) > BANK_STOP_DEG || Math.abs(pitchDeg + gyro.errorPitchDeg) > PITCH_STOP_DEG;
		const falls = rotor < TOPPLE_ROTOR && Math.abs(gyro.errorBankDeg) > TOPPLE_ERROR_DEG;
		const speed = TUMBLE_DEG_PER_SECOND * rotor;
		if ((!atStop && !falls) || speed < 4 * TUMBLE_ENDS_DEG_PER_SECOND) return;
		gyro.tumbleDegPerSecond = speed * (falls ? Math.sign(gyro.errorBankDeg) : Math.sign(leanBank) || 1);
	}
	gyro.errorBankDeg += gyro.tumbleDegPerSecond * seconds;
	const nod = TUMBLE_NOD_DEG * rotor * Math.sin(toRadians(gyro.errorBankDeg));
	gyro.errorPitchDeg += (nod - gyro.errorPitchDeg) * Math.min(1, seconds / NOD_SECONDS);
	gyro.tumbleDegPerSecond *= Math.exp(-seconds / TUMBLE_SECONDS);
}
