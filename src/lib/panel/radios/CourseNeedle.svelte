<script lang="ts">
	import { FLAG, formatHeading } from '@hanza/core';
	import InstrumentFrame from '../dials/InstrumentFrame.svelte';
	import Layer from '../dials/Layer.svelte';

	interface Props {
		name: string;
		/** −1 to 1, + when the course is to the right. */
		needle: number;
		/** One of `FLAG`. */
		flag: number;
		courseDeg: number;
		/** A localizer takes no notice of the course that is set. */
		localizer?: boolean;
		/** −1 to 1, + when the path is above; null without a glidepath needle. */
		glide?: number | null;
		glideValid?: boolean;
		/** What full scale is, in words. */
		scale?: string;
	}
	const {
		name,
		needle,
		flag,
		courseDeg,
		localizer = false,
		glide = null,
		glideValid = false,
		scale = ''
	}: Props = $props();
	const valid = $derived(flag !== FLAG.off);
	const word = $derived(flag === FLAG.to ? (localizer ? 'on' : 'to') : flag === FLAG.from ? 'from' : 'off');
	const VIEW = '0 0 200 124';
	const WORDS = { to: '▲ to', from: '▼ from', on: 'localizer', off: '✕ off' };
	const TICKS = [-78, -62.4, -46.8, -31.2, -15.6, 15.6, 31.2, 46.8, 62.4, 78];
	const share = (value: number, level: string, more: string, less: string): string =>
		Math.abs(value) < 0.02 ? level : `${Math.abs(value).toFixed(2)} of full scale ${value > 0 ? more : less}`;
	const side = $derived(valid ? share(needle, 'centred', 'right', 'left') : 'no signal');
	const label = $derived(
		`${name}: course ${formatHeading(courseDeg)}, ${word}, needle ${side}` +
			(glide === null
				? ''
				: glideValid
					? `, path ${share(glide, 'level with you', 'above', 'below')}`
					: ', no path')
	);
</script>

{#snippet words(
	x: number,
	y: number,
	size: number,
	anchor: 'start' | 'middle' | 'end',
	fill: string,
	text: string
)}
	<text
		{x}
		{y}
		font-size={size}
		style:text-anchor={anchor}
		style:dominant-baseline="auto"
		style:fill
		style:font-variant-numeric="tabular-nums"
		style:font-weight={anchor === 'middle' ? 700 : 400}>{text}</text
	>
{/snippet}

<InstrumentFrame ratio={200 / 124} {label} testid="needle">
	<Layer viewBox={VIEW}>
		<rect
			x="1"
			y="1"
			width="198"
			height="122"
			rx="9"
			fill="var(--panel)"
			stroke="var(--panel-rim)"
			stroke-width="2"
		/>
		{@render words(10, 17, 12, 'start', 'var(--panel-soft)', name)}
		{@render words(190, 18, 16, 'end', 'var(--panel-accent)', formatHeading(courseDeg))}
		<!-- The ruler: a fifth of full scale each. -->
		<line x1="18" y1="62" x2="182" y2="62" stroke="var(--panel-edge)" stroke-width="1.5" />
		{#each TICKS as tick (tick)}
			<line
				x1={100 + tick}
				y1={Math.abs(tick) > 70 ? 52 : 57}
				x2={100 + tick}
				y2={Math.abs(tick) > 70 ? 72 : 67}
				stroke="var(--panel-dim)"
				stroke-width="2"
			/>
		{/each}
		<path d="M100 48 V76" stroke="var(--panel-mark)" stroke-width="2.5" />
		{@render words(100, 113, 15, 'middle', valid ? 'var(--panel-mark)' : 'var(--panel-caution)', WORDS[word])}
		{@render words(10, 113, 11, 'start', 'var(--panel-soft)', scale)}
		{#if glide !== null}
			{@render words(
				190,
				113,
				11,
				'end',
				glideValid ? 'var(--needle-path)' : 'var(--panel-soft)',
				glideValid ? 'path' : 'no path'
			)}
		{/if}
	</Layer>
	{#if valid}
		<Layer viewBox={VIEW} move="translateX({39 * needle}%)">
			<rect x="97" y="30" width="6" height="64" rx="2" fill="var(--needle-one)" />
		</Layer>
	{/if}
	{#if glide !== null && glideValid}
		<Layer viewBox={VIEW} move="translateY({((-37 * glide) / 124) * 100}%)">
			<rect x="22" y="59.5" width="156" height="5" rx="2" fill="var(--needle-path)" opacity="0.92" />
		</Layer>
	{/if}
</InstrumentFrame>
