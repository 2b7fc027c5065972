<script lang="ts">
	import { goto } from '$app/navigation';
	import { untrack } from 'svelte';
	import {
		airAt,
		InfeasibleError,
		configurationFlight,
		densityAltitudeM,
		loadedAircraft,
		signed,
		METRES_PER_FT,
		SEA_LEVEL_DENSITY,
		trueAltitudeFt,
		massAndBalance,
		type Loading
	} from '@hanza/core';

	import Envelope from '$lib/aircraft/Envelope.svelte';
	import Select from '$lib/ui/Select.svelte';

	const { data } = $props();
	const { aircraft } = $derived(data);
	const complex = $derived(aircraft.propeller.kind === 'constant-speed');
	let loading = $state<Loading>(untrack(() => structuredClone(data.aircraft.loading.standard)));
	let temperatureOffsetC = $state(0);
	let seaLevelPressureHpa = $state(1013.25);
	/** Added to the altitude of every configuration. */
	let higherFt = $state(0);

	const filled = $derived<Loading>({
		fuelKg: loading.fuelKg ?? 0,
		stationsKg: Object.fromEntries(
			aircraft.loading.stations.map(({ id }) => [id, loading.stationsKg[id] ?? 0])
		)
	});
	const weighed = $derived(massAndBalance(aircraft, filled));
	const loaded = $derived(weighed.withinLimits ? loadedAircraft(aircraft, filled) : null);
	const rows = $derived(
		aircraft.configurations.map((configuration) => {
			const shownFt = configuration.altitudeFt + higherFt;
			const altitudeFt = trueAltitudeFt(shownFt, seaLevelPressureHpa, temperatureOffsetC);
			const day = { altitudeFt, seaLevelPressureHpa, temperatureOffsetC };
			try {
				return {
					...configuration,
					shownFt,
					flight: loaded && configurationFlight(loaded, configuration, day),
					cannot: ''
				};
			} catch (error) {
				if (!(error instanceof InfeasibleError)) throw error;
				return { ...configuration, shownFt, flight: null, cannot: error.message };
			}
		})
	);
	const densityAltitudeFt = $derived.by(() => {
		const altitudeM =
			trueAltitudeFt(3000 + higherFt, seaLevelPressureHpa, temperatureOffsetC) * METRES_PER_FT;
		const { densityKgM3 } = airAt(altitudeM, seaLevelPressureHpa, temperatureOffsetC);
		return densityAltitudeM(densityKgM3 / SEA_LEVEL_DENSITY) / METRES_PER_FT;
	});
	/** Mean of what was flown, with its spread. */
	const flown = ({ mean, spread }: { mean: number; spread: number }, decimals: number) =>
		`${mean.toFixed(decimals)}${spread >= 0.5 * 10 ** -decimals ? ` ±${spread.toFixed(decimals)}` : ''}`;
	const load = (chosen: Loading) => (loading = structuredClone($state.snapshot(chosen)));
</script>

<svelte:head><title>{aircraft.name} · Hanza</title></svelte:head>

<div class="flex flex-wrap items-baseline gap-x-6">
	<h1>{aircraft.name}</h1>
	{#each data.others.filter(({ id }) => id !== aircraft.id) as { id, name } (id)}<a
			href="/library/aircraft/{id}">{name}</a
		>{/each}
</div>
<p class="text-ink-soft">{aircraft.note}</p>
{#if data.students.length > 0}
	<div class="mt-2">
		<Select
			label="what was really flown, by"
			place="before"
			value={data.student?.id ?? ''}
			onchange={(id) => void goto(id ? `?student=${id}` : '?', { keepFocus: true })}
			options={[
				{ value: '', text: 'nobody' },
				...data.students.map(({ id, name }) => ({ value: id, text: name }))
			]}
		/>
	</div>
{/if}

<div class="mt-3 grid gap-4 lg:grid-cols-[22rem_minmax(0,1fr)]">
	<section class="sheet grid content-start gap-3 p-4" aria-label="Loading and day">
		<p class="flex flex-wrap gap-2">
			<button class="button" onclick={() => load(aircraft.loading.standard)}>as in its table</button>
			{#each aircraft.loading.examples as { id, name, loading: example } (id)}
				<button class="button" onclick={() => load(example)}>{name}</button>
			{/each}
		</p>
		{#each aircraft.loading.stations as { id, name, maximumKg } (id)}
			<label class="flex items-center justify-between gap-2">
				<span>{name}, kg (to {maximumKg})</span>
				<input class="field w-24" type="number" min="0" max={maximumKg} bind:value={loading.stationsKg[id]} />
			</label>
		{/each}
		<label class="flex items-center justify-between gap-2">
			<span>fuel, kg (to {aircraft.loading.fuelCapacityKg})</span>
			<input
				class="field w-24"
				type="number"
				min="0"
				max={aircraft.loading.fuelCapacityKg}
				bind:value={loading.fuelKg}
			/>
		</label>
		<Envelope {aircraft} {weighed} />
		<p role="status">
			{Math.round(weighed.massKg)} kg, {weighed.armM.toFixed(3)} m:
			{#if weighed.withinLimits}within limits{:else}<span class="text-limit"
					>▲ {weighed.problems.join('; ')}</span
				>{/if}
		</p>
		<div class="grid grid-cols-3 gap-2 border-t border-line pt-3">
			<label class="grid gap-1 text-sm"
				>off standard, °C<input
					class="field"
					type="number"
					min="-40"
					max="40"
					bind:value={temperatureOffsetC}
				/></label
			>
			<label class="grid gap-1 text-sm"
				>QNH, hPa<input
					class="field"
					type="number"
					min="940"
					max="1060"
					bind:value={seaLevelPressureHpa}
				/></label
			>
			<label class="grid gap-1 text-sm"
				>higher by, ft<input
					class="field"
					type="number"
					min="-1000"
					max="9000"
					step="500"
					bind:value={higherFt}
				/></label
			>
		</div>
		<p class="text-sm text-ink-soft">
			Density altitude at {3000 + (higherFt ?? 0)} ft on the dial: {Math.round(densityAltitudeFt / 10) * 10} ft.
		</p>
	</section>

	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<section class="sheet overflow-x-auto" aria-label="Configurations" tabindex="0">
		<table class="table">
			<thead>
				<tr>
					<th>Configuration</th><th class="number">kt</th><th class="number">at ft</th><th class="number"
						>pitch °</th
					>
					{#if complex}<th class="number">inHg</th>{/if}<th class="number">rpm</th>
					<th class="number">ft/min</th><th class="number">throttle</th><th class="number">kt true</th>
				</tr>
			</thead>
			<tbody>
				{#each rows as row (row.id)}
					<tr>
						<td>{row.name}</td><td class="number">{row.airspeedKias}</td><td class="number">{row.shownFt}</td>
						{#if row.flight}
							<td class="number">{signed(row.flight.pitchDeg, 1)}</td>
							{#if complex}<td class="number">{row.flight.manifoldPressureInHg.toFixed(1)}</td>{/if}
							<td class="number">{Math.round(row.flight.powerRpm / 10) * 10}</td>
							<td class="number">{signed(Math.round(row.flight.verticalSpeedFpm / 10) * 10, 0)}</td>
							<td class="number">{Math.round(row.flight.throttle * 100)} %</td>
							<td class="number">{Math.round(row.flight.trueAirspeedKt)}</td>
						{:else}
							<td colspan={complex ? 6 : 5} class="text-caution"
								>▲ {row.cannot || 'not outside the limits'}</td
							>
						{/if}
					</tr>
					{@const own = data.measured.find(({ configurationId }) => configurationId === row.id)}
					{#if own}
						<tr class="text-trace" data-testid="measured">
							<td class="pl-6 text-sm"
								>{data.student?.name}: {own.stretches === 1 ? 'one stretch' : `${own.stretches} stretches`}, {Math.round(
									own.seconds
								)} s</td
							>
							<td class="number">{flown(own.airspeedKias, 0)}</td>
							<td></td>
							<td class="number">{flown(own.pitchDeg, 1)}</td>
							{#if complex}<td class="number">{flown(own.power, 1)}</td><td></td>{:else}<td class="number"
									>{flown(own.power, 0)}</td
								>{/if}
							<td class="number">{flown(own.verticalSpeedFpm, 0)}</td>
							<td colspan="2"></td>
						</tr>
					{/if}
				{/each}
			</tbody>
		</table>
		<p class="p-3 text-sm text-ink-soft">
			{#if data.student}{data.measured.length > 0
					? 'Under a line: what was really flown, from steady stretches of twelve seconds or more, mean and spread. '
					: 'No steady stretches have been flown in this aircraft yet. '}{/if}Worked out from the flight model
			in steady flight; an invented aircraft. In a real one its handbook comes first.
		</p>
	</section>
</div>
