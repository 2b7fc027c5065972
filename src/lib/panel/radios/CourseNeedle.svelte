<script lang="ts">
	import { FLAG, formatHeading } from '@hanza/core';

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
	const x = $derived(100 + 78 * needle);
	const y = $derived(62 - 37 * (glide ?? 0));
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

<svg viewBox="0 0 200 124" class="h-full w-full" role="img" aria-label={label} data-testid="needle">
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
	<text x="10" y="17" font-size="12" fill="var(--panel-soft)">{name}</text>
	<text x="190" y="18" font-size="16" text-anchor="end" fill="var(--panel-accent)" class="figure"
		>{formatHeading(courseDeg)}</text
	>
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
	{#if valid}
		<g style:transform="translateX({x}px)">
			<rect x="-3" y="30" width="6" height="64" rx="2" fill="var(--needle-one)" />
		</g>
	{/if}
	{#if glide !== null && glideValid}
		<g style:transform="translateY({y}px)">
			<rect x="22" y="-2.5" width="156" height="5" rx="2" fill="var(--needle-path)" opacity="0.92" />
		</g>
	{/if}
	<text
		x="100"
		y="113"
		font-size="15"
		text-anchor="middle"
		fill={valid ? 'var(--panel-mark)' : 'var(--panel-caution)'}
		font-weight="700"
		>{word === 'to' ? '▲ to' : word === 'from' ? '▼ from' : word === 'on' ? 'localizer' : '✕ off'}</text
	>
	{#if scale}<text x="10" y="113" font-size="11" fill="var(--panel-soft)">{scale}</text>{/if}
	{#if glide !== null}<text
			x="190"
			y="113"
			font-size="11"
			text-anchor="end"
			fill={glideValid ? 'var(--needle-path)' : 'var(--panel-soft)'}>{glideValid ? 'path' : 'no path'}</text
		>{/if}
</svg>

<style>
	g {
		will-change: transform;
	}
	.figure {
		font-variant-numeric: tabular-nums;
	}
</style>
