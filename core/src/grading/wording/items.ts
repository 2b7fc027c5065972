import { formatHeading } from '../../base/index.js';
import type { TargetKind } from '../../training/index.js';

const ITEM_WORDS: Record<TargetKind, { name: string; unit: string; above: string; below: string }> = {
	altitudeFt: { name: 'altitude', unit: 'ft', above: 'high', below: 'low' },
	airspeedKias: { name: 'airspeed', unit: 'kt', above: 'fast', below: 'slow' },
	headingDeg: { name: 'heading', unit: '°', above: 'right', below: 'left' },
	verticalSpeedFpm: {
		name: 'vertical speed',
		unit: 'ft/min',
		above: 'above the rate',
		below: 'below the rate'
	},
	bankDeg: { name: 'bank', unit: '°', above: 'to the right', below: 'to the left' },
	needle: { name: 'needle', unit: 'of full scale', above: 'right of course', below: 'left of course' },
	glide: { name: 'glidepath', unit: 'of full scale', above: 'above the path', below: 'below the path' },
	arcNm: { name: 'arc', unit: 'NM', above: 'outside', below: 'inside' }
};

/** The unit of an item, as printed. */
export const itemUnit = (kind: TargetKind): string => ITEM_WORDS[kind].unit;

/** The plain name of a target. */
export const itemName = (kind: TargetKind): string => ITEM_WORDS[kind].name;

/** A target as printed: heading in three figures, the rest with their unit. */
export function formatTarget(kind: TargetKind, value: number): string {
	if (kind === 'headingDeg') return formatHeading(value);
	if (kind === 'needle' || kind === 'glide') return value === 0 ? 'centred' : `${value} of full scale`;
	if (kind === 'arcNm') return value === 0 ? 'on it' : `${value} NM`;
	const { unit } = ITEM_WORDS[kind];
	return unit === '°' ? `${value}°` : `${value} ${unit}`;
}

export function sizeWords(kind: TargetKind, deviation: number): string {
	const { unit, above, below } = ITEM_WORDS[kind];
	const decimals = kind === 'needle' || kind === 'glide' || kind === 'arcNm' ? 2 : 0;
	const size = Math.abs(deviation).toFixed(decimals);
	return `${size}${unit === '°' ? '°' : ' ' + unit} ${deviation > 0 ? above : below}`;
}
