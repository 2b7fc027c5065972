import { solveReversal } from '../../navigation/index.js';
import { dayOf, holding, WITHIN, type BriefSetting, type Maker, type PathQuestion } from '../brief.js';
import { compassCourseDeg } from '../places.js';
import type { ReversalPath } from './path.js';

/** The heading outbound, and the longest outbound time inside the limit. */
export const reversalQuestions = (path: ReversalPath, setting: BriefSetting): Maker[] => [
	...holding(setting, path.outboundCourseDeg, path.aid),
	...(setting.told ? [() => longest(setting, path)] : [])
];

function longest(card: BriefSetting, path: ReversalPath): PathQuestion[] {
	const { shape, limitNm, side, outboundSeconds } = path;
	const outboundCourseDeg = compassCourseDeg(card.navigation, path.aid, path.outboundCourseDeg);
	if (shape !== '45-180' && shape !== '80-260') return [];
	const kind = shape === '45-180' ? '45/180' : '80/260';
	const input = { ...dayOf(card), outboundCourseDeg, kind, side, limitNm } as const;
	const seconds = solveReversal(input).outboundSeconds!;
	return [
		{
			id: 'longest',
			ask: `Longest outbound time inside ${limitNm} NM`,
			answer: {
				kind: 'seconds',
				seconds,
				from: seconds - WITHIN.reversalSeconds,
				to: seconds + WITHIN.reversalSeconds
			},
			why: `The card asks for ${outboundSeconds} s.`,
			worked: { by: 'reversal', input }
		}
	];
}
