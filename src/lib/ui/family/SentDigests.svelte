<script lang="ts">
  import type { Digest } from '$core/family/digest';
  import { absolute } from '$core/time/words';
  import { getZone } from '$ui/time/reader';
  import DigestView from './DigestView.svelte';

  interface Props {
    digests: ReadonlyArray<{ id: string; to: string; sentAt: number; digest: Digest; zone: string }>;
    now: number;
  }
  /** Summaries as they were sent. */
  const { digests, now }: Props = $props();
  const zone = getZone();
</script>

<ul class="grid gap-2">
  {#each digests as one (one.id)}
    <li class="rounded bg-base-100 p-3">
      <details>
        <summary class="cursor-pointer">{absolute(one.sentAt, zone(), now)}, to {one.to}</summary>
        <div class="mt-2"><DigestView digest={one.digest} zone={one.zone} /></div>
      </details>
    </li>
  {:else}<li>Nothing was sent yet.</li>{/each}
</ul>
