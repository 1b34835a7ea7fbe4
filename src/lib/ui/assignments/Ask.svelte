<script lang="ts">
  import type { Contact } from '$core/courses/views';
  import type { Readers } from '$core/threads/readers';
  import type { About, PostView } from '$core/threads/views';
  import FirstTime from '$ui/shell/FirstTime.svelte';
  import Thread from '$ui/threads/Thread.svelte';

  interface Props {
    assignmentId: string;
    contacts: Contact[];
    aside: PostView[];
    floor: PostView[];
    readers: Omit<Readers, 'to'>;
    points: readonly About[];
    pointHref: (about: About) => string | null;
    zone: string;
    now: number;
  }
  /** Whom to ask: the teacher alone, or everyone. The two never look alike, and never stand side by side. */
  const { assignmentId, contacts, aside, floor, readers, points, pointHref, zone, now }: Props = $props();
  const where = $derived({ assignmentId });
</script>

<FirstTime part="ask">Ask your teacher privately here, or everyone on the open floor below.</FirstTime>
<div class="grid gap-5">
  <div class="rounded border border-base-300 bg-base-100 p-4">
    <h3 class="mb-2 text-lg font-semibold">Aside, to your teacher</h3>
    <Thread posts={aside} readers={{ ...readers, to: 'aside' }} {where} studies {points} {pointHref} {zone} {now} />
    {#if contacts.length > 0}
      <p class="mt-3 border-t border-base-300 pt-2 text-sm">
        {#each contacts as { who, how, hours } (who)}
          <span class="block"
            ><b>{who}</b>{[how, hours]
              .filter((part) => part !== '')
              .map((part) => `, ${part}`)
              .join('')}</span
          >
        {/each}
      </p>
    {/if}
  </div>
  <details class="rounded border-2 border-dashed border-base-300 p-4" open={floor.length > 0}>
    <summary class="cursor-pointer"><h3 class="inline text-lg font-semibold">Open floor, to everyone</h3></summary>
    <div class="mt-2">
      <Thread posts={floor} readers={{ ...readers, to: 'floor' }} {where} studies {pointHref} {zone} {now} />
    </div>
  </details>
</div>
