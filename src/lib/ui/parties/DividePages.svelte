<script lang="ts">
  import { act } from '$ui/forms/act';

  interface Page {
    pieceId: string;
    name: string;
    members: ReadonlyArray<{ id: string; name: string }>;
    parts: ReadonlyArray<{
      id: string;
      title: string;
      personId: string | null;
      finished: boolean;
      receipt: string | null;
    }>;
  }
  interface Props {
    places: ReadonlyArray<{
      id: string;
      title: string;
      how: 'each' | 'take' | null;
      titles: readonly string[];
      pages: readonly Page[];
    }>;
  }
  /** How pages that a party writes are divided, and whose each part is. Nobody but its owner writes in a part. */
  const { places }: Props = $props();
</script>

{#if places.length > 0}
  <section class="mt-8" aria-labelledby="parts">
    <h2 id="parts" class="mb-1 text-xl font-semibold">Parts of their own</h2>
    <p class="mb-3 max-w-prose text-sm">
      A page or deck that a party writes can be divided: only its owner writes in a part, and says when it is finished.
    </p>
    <div class="grid gap-4 lg:grid-cols-2">
      {#each places as place (place.id)}
        <div class="rounded border border-base-300 bg-base-100 p-4">
          <h3 class="font-semibold">{place.title}</h3>
          <form method="post" action="?/divide" use:act class="my-2 grid gap-2 text-sm">
            <input type="hidden" name="deliverableId" value={place.id} />
            <fieldset class="grid gap-1">
              <legend class="sr-only">How pages of {place.title} are divided</legend>
              {#each [['none', 'Not divided'], ['each', 'A part for each of them'], ['take', 'Parts by these titles, which they take']] as [how, words] (how)}
                <label class="flex items-center gap-2"
                  ><input
                    class="radio radio-sm"
                    type="radio"
                    name="how"
                    value={how}
                    checked={(place.how ?? 'none') === how}
                  />
                  {words}</label
                >
              {/each}
            </fieldset>
            <label
              >Titles, one on a line
              <textarea class="textarea mt-1 block w-full" name="titles" rows="3">{place.titles.join('\n')}</textarea
              ></label
            >
            <button class="btn justify-self-start btn-sm">Keep<span class="sr-only">: {place.title}</span></button>
          </form>
          {#each place.pages as page (page.pieceId)}
            <h4 class="mt-3 text-sm font-semibold">{page.name}</h4>
            <ul class="divide-y divide-base-300 text-sm">
              {#each page.parts as part (part.id)}
                <li class="flex flex-wrap items-center gap-2 py-1.5">
                  <span class="grow">{part.title}</span>
                  {#if part.finished}
                    <span
                      >{page.members.find(({ id }) => id === part.personId)?.name ?? ''}: finished{#if part.receipt},
                        <a class="link" href="/receipts/{part.receipt}">receipt</a>{/if}</span
                    >
                  {:else}
                    <form method="post" action="?/givePart" use:act class="flex items-center gap-2">
                      <input type="hidden" name="pieceId" value={page.pieceId} />
                      <input type="hidden" name="part" value={part.id} />
                      <select class="select select-sm" name="studentId" aria-label="Whose is {part.title}">
                        <option value="">nobody’s yet</option>
                        {#each page.members as { id, name } (id)}
                          <option value={id} selected={id === part.personId}>{name}</option>
                        {/each}
                      </select>
                      <button class="btn btn-xs">Give<span class="sr-only">: {part.title}</span></button>
                    </form>
                  {/if}
                </li>
              {/each}
            </ul>
          {/each}
        </div>
      {/each}
    </div>
  </section>
{/if}
