<script lang="ts">
	import { categoryOfAircraft, type Aircraft, type Area, type Procedure } from '@hanza/core';
	import ProcedureSheet from '$lib/procedures/ProcedureSheet.svelte';
	import { sheetOf } from '$lib/procedures/sheet.js';

	interface Props {
		procedure: Procedure;
		area: Area;
		aircraft: Aircraft;
	}
	/** The sheet that a question is read off: as published, with nothing worked out. */
	const { procedure, area, aircraft }: Props = $props();
	const CALM = { seaLevelPressureHpa: 1013.25, temperatureOffsetC: 0, windLayers: [] };
	const category = $derived(categoryOfAircraft(aircraft));
</script>

<div class="mt-3 relative max-h-[26rem] overflow-y-auto rounded border border-line p-3">
	<ProcedureSheet
		sheet={sheetOf(procedure, { area, aircraft, weather: CALM, category })}
		{area}
		worked={false}
	/>
</div>
