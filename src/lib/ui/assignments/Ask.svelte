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
    readers: Omit<Readers, 'to'>;
    points: readonly About[];
    pointHref: (about: About) => string | null;
  }
  /** Asking the teacher alone. The open floor is another part of the page, and looks different. */
  const { assignmentId, contacts, aside, readers, points, pointHref }: Props = $props();
  const where = $derived({ assignmentId });
</script>

<FirstTime part="ask"
  >Ask your teacher here; nobody else reads it. The class is asked on the open floor, at the end of this page.</FirstTime
>
<div class="rounded border border-base-300 bg-base-100 p-4">
  <h3 class="mb-2 text-lg font-semibold">Aside, to your teacher</h3>
  <Thread posts={aside} readers={{ ...readers, to: 'aside' }} {where} studies {points} {pointHref} />
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
