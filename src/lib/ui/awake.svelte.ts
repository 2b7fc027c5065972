import { onMount } from 'svelte';

let awake = $state(false);

/**
 * Whether the page is awake. The server lays out how a control looks, and leaves what only its script can do to the script:
 * that is most of a page's cost. What is laid out later is awake from the beginning. Called while a component is made.
 */
export function page(): { readonly isAwake: boolean } {
	onMount(() => {
		awake = true;
	});
	return {
		get isAwake() {
			return awake;
		}
	};
}
