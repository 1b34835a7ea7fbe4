<script lang="ts">
  import OneButton from '$ui/primitives/OneButton.svelte';
  import { getZone, getNow } from '$ui/time/reader';
  import { absolute } from '$core/time/words';

  interface Props {
    asked: { at: number; reason: string };
    round: number | null;
  }
  /** The student asks for the round that stands here. */
  const { asked, round }: Props = $props();
  const zone = $derived.by(getZone());
  const now = $derived.by(getNow());
</script>

<section
  class="mb-5 rounded border border-l-4 border-base-300 border-l-accent bg-base-100 p-4"
  aria-labelledby="asked-back"
>
  <h2 id="asked-back" class="font-semibold">The student asks for round {round} back</h2>
  <p class="mt-1">{absolute(asked.at, zone, now)}: “{asked.reason}”</p>
  <p class="mt-1 text-sm">
    Handed back, it is theirs again and nothing stands with you. What you have noted stays with this round, and is not
    returned.
  </p>
  <div class="mt-2 flex flex-wrap gap-2">
    <OneButton action="?/handBack">Hand it back</OneButton>
    <OneButton action="?/declineAskingBack">Keep it</OneButton>
  </div>
</section>
