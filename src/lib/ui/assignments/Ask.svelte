<script lang="ts">
  import type { Contact, PostView } from '$core/courses/views';
  import FirstTime from '$ui/shell/FirstTime.svelte';
  import Thread from '$ui/threads/Thread.svelte';

  interface Props {
    contacts: Contact[];
    aside: PostView[];
    floor: PostView[];
    course: string;
    zone: string;
    now: number;
  }
  /** Whom to ask: the teacher alone, or everyone. The two never look alike. */
  const { contacts, aside, floor, course, zone, now }: Props = $props();
</script>

<FirstTime part="ask">Ask your teacher privately here, or everyone on the open floor below.</FirstTime>
<div class="grid gap-5">
  <div class="rounded border border-base-300 bg-base-100 p-4">
    <h3 class="text-lg font-semibold">Aside, to your teacher</h3>
    <Thread posts={aside} to="aside" {course} {zone} {now} />
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
    <div class="mt-2"><Thread posts={floor} to="floor" {course} {zone} {now} /></div>
  </details>
</div>
