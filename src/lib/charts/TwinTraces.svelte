<script lang="ts">
	import { signedDeg, type ChannelName, type Track } from '@hanza/core';

	interface Props {
		/** The flight that is shown, and the one it is held against. */
		track: Track;
		against?: Track | null;
		seconds?: number | null;
		/** Stretches to be marked, s. */
		marks?: { startSeconds: number; endSeconds: number }[];
		onseek?: (seconds: number) => void;
	}
	const { track, against = null, seconds = null, marks = [], onseek }: Props = $props();
	/** As wide as its place, so that the words keep their size. */
	let width = $state(900);
	const HEIGHT = 84;
	const LEFT = 58;
	const ROWS: { name: ChannelName; title: string; least: number; circular?: boolean }[] = [
		{ name: 'indicatedAltitudeFt', title: 'altitude, ft', least: 120 },
		{ name: 'indicatedAirspeedKt', title: 'airspeed, kt', least: 20 },
		{ name: 'indicatedHeadingDeg', title: 'heading, °', least: 20, circular: true },
		{ name: 'pitchDeg', title: 'pitch, °', least: 4 },
		{ name: 'throttle', title: 'throttle', least: 0.3 }
	];
	const total = $derived(Math.max(track.seconds, against?.seconds ?? 0, 1));
	const x = (at: number) => LEFT + (at / total) * (width - LEFT - 8);

	/** Values once every half second; directions carried on past north. */
	function valuesOf(one: Track, name: ChannelName, circular = false): number[] {
		if (!one.has(name)) return [];
		const column = one.column(name);
		const step = Math.max(1, Math.round(one.rateHz / 2));
		const values: number[] = [];
		for (let i = 0; i < column.length; i += step) {
			const before = values.at(-1);
			values.push(circular && before !== undefined ? before + signedDeg(column[i]! - before) : column[i]!);
		}
		return values;
	}
	/** Round directions inside a scale, three to five of them. */
	function directionsBetween(low: number, high: number): number[] {
		const step = [5, 10, 30, 45, 90, 180, 360, 720, 1440].find((one) => (high - low) / one <= 4.5) ?? 3600;
		const first = Math.ceil(low / step) * step;
		return Array.from({ length: Math.floor((high - first) / step) + 1 }, (_, i) => first + i * step);
	}
	const rows = $derived(
		ROWS.map(({ name, title, least, circular }) => {
			const own = valuesOf(track, name, circular);
			const other = against ? valuesOf(against, name, circular) : [];
			const all = [...own, ...other];
			const middle = (Math.max(...all) + Math.min(...all)) / 2;
			const half = Math.max(least, Math.max(...all) - Math.min(...all)) / 2;
			const y = (value: number) => HEIGHT / 2 - ((value - middle) / half) * (HEIGHT / 2 - 8);
			const path = (values: number[]) =>
				values.map((value, i) => `${i ? 'L' : 'M'}${x(i / 2).toFixed(1)} ${y(value).toFixed(1)}`).join('');
			const words = (value: number) =>
				circular
					? String(Math.round(((value % 360) + 360) % 360)).padStart(3, '0')
					: least < 1
						? `${Math.round(value * 100)} %`
						: value.toFixed(least < 10 ? 1 : 0);
			const [high, low] = [middle + half, middle - half];
			return {
				title,
				own: path(own),
				other: path(other),
				// Directions are told at round ones: the ends of a scale that goes round say nothing of how often.
				ticks: circular
					? directionsBetween(low, high).map((value) => ({ y: y(value), text: words(value), line: true }))
					: [
							{ y: 12 - 4, text: words(high), line: false },
							{ y: HEIGHT - 12, text: words(low), line: false }
						]
			};
		})
	);
	function seek(event: MouseEvent & { currentTarget: SVGSVGElement }): void {
		const box = event.currentTarget.getBoundingClientRect();
		const across = ((event.clientX - box.left) / box.width) * width;
		onseek?.(Math.max(0, Math.min(total, ((across - LEFT) / (width - LEFT - 8)) * total)));
	}
</script>

<div class="grid gap-1" data-testid="traces" bind:clientWidth={width}>
	{#each rows as row (row.title)}
		<!-- The slider under the panels does the same by keys. -->
		<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
		<svg
			viewBox="0 0 {width} {HEIGHT}"
			class="w-full {onseek ? 'cursor-pointer' : ''}"
			role="img"
			aria-label="{row.title} over time"
			onclick={seek}
		>
			<line x1={LEFT} x2={width - 8} y1={HEIGHT - 1} y2={HEIGHT - 1} class="axis" />
			{#each marks as { startSeconds, endSeconds } (startSeconds)}
				<rect
					x={x(startSeconds)}
					width={Math.max(2, x(endSeconds) - x(startSeconds))}
					y="0"
					height={HEIGHT}
					class="mark"
				/>
			{/each}
			<path d={row.other} class="other" />
			<path d={row.own} class="own" />
			{#each row.ticks as tick (tick.y)}
				{#if tick.line}<line x1={LEFT} x2={width - 8} y1={tick.y} y2={tick.y} class="axis" />{/if}
				<text x={LEFT - 6} y={tick.y + 4} class="figure">{tick.text}</text>
			{/each}
			<text x={LEFT + 6} y="12">{row.title}</text>
			{#if seconds !== null}<line x1={x(seconds)} x2={x(seconds)} y1="0" y2={HEIGHT} class="now" />{/if}
		</svg>
	{/each}
</div>

<style>
	text {
		font-size: 11px;
		fill: var(--color-ink-soft);
	}
	.figure {
		text-anchor: end;
	}
	.axis {
		stroke: var(--color-line);
	}
	.mark {
		fill: var(--color-caution);
		opacity: 0.18;
	}
	path {
		fill: none;
		stroke-width: 1.6;
	}
	.own {
		stroke: var(--color-trace);
	}
	.other {
		stroke: var(--color-ink-soft);
		stroke-dasharray: 5 4;
	}
	.now {
		stroke: var(--color-accent);
		stroke-width: 2;
	}
</style>
