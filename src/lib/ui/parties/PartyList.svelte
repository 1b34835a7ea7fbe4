<script lang="ts">
  import { act } from '$ui/forms/act';
  import OneButton from '$ui/primitives/OneButton.svelte';

  interface Props {
    parties: ReadonlyArray<{
      id: string;
      name: string;
      submitted: boolean;
      given: number | null;
      members: ReadonlyArray<{ id: string; name: string; points: number | null; remark: string }>;
    }>;
    alone: ReadonlyArray<{ id: string; name: string }>;
  }
  /** Parties with who is in them, each changed where it stands, and what one of them gets apart from the others. */
  const { parties, alone }: Props = $props();
</script>

<section aria-labelledby="parties">
  <h2 id="parties" class="mb-2 text-xl font-semibold">{parties.length === 0 ? 'No party yet' : 'Who is with whom'}</h2>
  <ul class="grid gap-3">
    {#each parties as party, i (party.id)}
      {@const name = party.name || `Party ${i + 1}`}
      <li class="rounded border border-base-300 bg-base-100 p-3">
        <h3 class="font-semibold">{name}</h3>
        {#if party.submitted}<p class="text-sm">They have submitted together: nobody leaves it now.</p>{/if}
        <ul class="my-1 divide-y divide-base-300">
          {#each party.members as member (member.id)}
            <li class="flex flex-wrap items-center gap-x-3 gap-y-1 py-1.5">
              <span class="grow">{member.name}</span>
              {#if !party.submitted}
                <OneButton action="?/takeOut" fields={{ partyId: party.id, studentId: member.id }} class="btn btn-xs"
                  >Take out<span class="sr-only">: {member.name}</span></OneButton
                >
              {:else if party.members.length > 1}
                <details class="text-sm">
                  <summary class="cursor-pointer underline"
                    >{member.points !== null ? `For them: ${member.points}` : 'Another result for them'}<span
                      class="sr-only">: {member.name}</span
                    ></summary
                  >
                  <form method="post" action="?/give" use:act class="mt-1 flex flex-wrap items-end gap-2">
                    <input type="hidden" name="studentId" value={member.id} />
                    <label
                      >Points <input
                        class="input mt-1 block w-20 input-sm"
                        name="points"
                        inputmode="decimal"
                        value={member.points ?? ''}
                      /></label
                    >
                    <label
                      >Only they read <input
                        class="input mt-1 block w-56 input-sm"
                        name="remark"
                        maxlength="2000"
                        value={member.remark}
                      /></label
                    >
                    <button class="btn btn-sm">Keep<span class="sr-only">: {member.name}</span></button>
                  </form>
                </details>
              {/if}
            </li>
          {/each}
        </ul>
        {#if alone.length > 0}
          <form method="post" action="?/putIn" use:act class="mt-2 flex flex-wrap items-end gap-2 text-sm">
            <input type="hidden" name="partyId" value={party.id} />
            <label
              >Somebody more
              <select class="select mt-1 flex select-sm" name="studentId">
                {#each alone as { id, name: who } (id)}<option value={id}>{who}</option>{/each}
              </select></label
            >
            <button class="btn btn-sm">Put in<span class="sr-only">: {name}</span></button>
          </form>
        {/if}
      </li>
    {/each}
  </ul>
</section>
