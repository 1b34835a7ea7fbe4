<script lang="ts">
  import { onMount } from 'svelte';

  interface Props {
    assignmentId: string;
    /** The number of the round that the note would travel with. */
    round: number;
  }
  /** A note that travels with the next round. What is typed stays in this browser until it has been sent. */
  const { assignmentId, round }: Props = $props();
  let note = $state('');
  const place = $derived(`vendro-note ${assignmentId} ${round}`);

  onMount(() => (note = sessionStorage.getItem(place) ?? ''));
  function keep() {
    sessionStorage.setItem(place, note);
  }
</script>

<label class="mt-4 block">
  <span class="font-semibold">A note that travels with round {round}</span>
  <span class="block text-sm opacity-85"
    >What is new in it, or why it comes now. Your teacher reads it beside the pieces.</span
  >
  <textarea
    class="textarea mt-1 w-full max-w-3xl"
    form="submit-round"
    name="note"
    rows="2"
    maxlength="2000"
    bind:value={note}
    oninput={keep}></textarea>
</label>
