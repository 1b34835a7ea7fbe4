<script lang="ts">
  import { absolute } from '$core/time/words';
  import { act } from '$ui/forms/act';
  import { getZone } from '$ui/time/reader';

  interface Props {
    name: string;
    /** With whom, by id. */
    withId: string;
    notes: ReadonlyArray<{ id: string; by: string; own: boolean; body: string; at: number }>;
    now: number;
  }
  /** What is written aside between a student and somebody who supports them. */
  const { name, withId, notes, now }: Props = $props();
  const zone = getZone();
</script>

<div class="mb-4 rounded bg-base-100 p-4">
  <h3 class="font-semibold">{name}</h3>
  <ol class="my-2 grid gap-2">
    {#each notes as note (note.id)}
      <li class="border-l-3 border-base-300 pl-3">
        <p class="text-sm opacity-85">{note.own ? 'You' : note.by}, {absolute(note.at, zone(), now)}</p>
        <p class="max-w-prose whitespace-pre-line">{note.body}</p>
      </li>
    {:else}<li class="text-sm">Nothing was written yet. Only you two read what stands here.</li>{/each}
  </ol>
  <form method="post" action="?/write" use:act class="grid gap-2">
    <input type="hidden" name="with" value={withId} />
    <label class="text-sm"
      >Write to {name}<textarea class="textarea mt-1 block w-full" name="body" rows="2" maxlength="4000" required
      ></textarea></label
    >
    <p><button class="btn btn-sm">Send</button></p>
  </form>
</div>
