<script lang="ts">
  import type { Digest } from '$core/family/digest';
  import DigestView from './DigestView.svelte';
  import SentDigests from './SentDigests.svelte';

  interface Props {
    children: ReadonlyArray<{
      student: string;
      now: Digest;
      zone: string;
      sent: Array<{ id: string; to: string; sentAt: number; digest: Digest; zone: string }>;
    }>;
    now: number;
  }
  /** The students of whom a guardian gets summaries: the week so far, and what was sent. */
  const { children, now }: Props = $props();
</script>

{#each children as child (child.student)}
  <section class="mb-8" aria-label={child.student}>
    <h2 class="mb-2 text-2xl font-semibold">{child.student}</h2>
    <h3 class="mb-1 text-lg font-semibold">This week so far</h3>
    <DigestView digest={child.now} zone={child.zone} />
    <h3 class="mt-4 mb-1 text-lg font-semibold">What was sent to you</h3>
    <SentDigests digests={child.sent} {now} />
  </section>
{/each}
