<script lang="ts">
  import { getZone, getNow } from '$ui/time/reader';
  import { act } from '$ui/forms/act';
  import type { Custody } from '$core/packets/custody';
  import { absolute } from '$core/time/words';

  interface Props {
    custody: Custody;
  }
  /** One step that asks the teacher for a round that cannot be taken back any more. */
  const { custody }: Props = $props();
  const zone = $derived.by(getZone());
  const now = $derived.by(getNow());
</script>

{#if custody.handBack}
  <p class="mt-2" role="status">
    You asked for round {custody.standing} back, {absolute(custody.handBack.at, zone, now)}: “{custody.handBack.reason}”
    Your teacher decides.
  </p>
{:else}
  <form method="post" action="?/askBack" use:act class="mt-2 grid gap-2">
    <label class="text-sm"
      >Why you want it back
      <textarea class="textarea mt-1 w-full" name="reason" rows="2" maxlength="1000" required></textarea>
    </label>
    <button class="btn justify-self-start btn-sm">Ask for round {custody.standing} back</button>
  </form>
{/if}
