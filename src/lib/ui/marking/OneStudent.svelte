<script lang="ts">
  import type { Snippet } from 'svelte';
  import { pointsText } from '$core/grades/points';
  import type { ClassLine } from '$core/marking/views';
  import type { PieceView } from '$core/pieces/piece';
  import { toWallClock } from '$core/time/wall-clock';
  import { act } from '$ui/forms/act';
  import PieceList from '$ui/pieces/PieceList.svelte';
  import MomentInput from '$ui/time/MomentInput.svelte';
  import type { ClassFacts } from './class-facts';

  interface Props {
    line: ClassLine;
    facts: ClassFacts;
    /** The draft, where the assignment lets its teachers follow it. */
    draft: PieceView[];
    /** The aside with this student. */
    aside: Snippet;
  }
  /** What concerns one student alone: the draft, new moments, what happened in person, the aside. */
  const { line, facts, draft, aside }: Props = $props();
  const clock = (moment: number | null) => (moment === null ? '' : toWallClock(moment, facts.zone));
</script>

{#snippet who()}<input type="hidden" name="studentId" value={line.studentId} />{/snippet}

<div class="grid gap-6 lg:grid-cols-2">
  <div class="grid content-start gap-5">
    {#if draft.length > 0}
      <div>
        <p class="text-sm">The draft, as it lies in the packet now. Nothing of it was submitted.</p>
        <PieceList pieces={draft} from="pieces" />
      </div>
    {/if}
    {#if line.settledBy === 'excused'}
      <form method="post" action="?/liftExcuse" use:act>
        {@render who()}<button class="btn btn-sm">Ask for it after all</button>
      </form>
    {:else if line.settledBy === 'in-person'}
      <form method="post" action="?/undoInPerson" use:act>
        {@render who()}<button class="btn btn-sm">It was not handed over in person</button>
      </form>
    {:else if line.standing === 'settled'}
      <p class="text-sm">This is settled. Open the round to correct its result.</p>
    {:else}
      <form method="post" action="?/extend" use:act class="flex flex-wrap items-end gap-2">
        {@render who()}
        <MomentInput label="New due moment" name="due" value={clock(line.due)} />
        <MomentInput label="Closes" name="closes" value={clock(facts.closes)} />
        <button class="btn btn-sm">Extend</button>
      </form>
      {#if facts.timed}
        <form method="post" action="?/extraTime" use:act class="flex flex-wrap items-end gap-2">
          {@render who()}
          <label class="text-sm"
            >More minutes for the questions
            <input
              class="figures input block w-24 input-sm"
              type="number"
              name="minutes"
              min="0"
              max="600"
              value={line.extraMinutes}
            />
          </label>
          <button class="btn btn-sm">Give more time</button>
        </form>
      {/if}
      <form method="post" action="?/inPerson" use:act class="flex flex-wrap items-end gap-2">
        {@render who()}
        {#if facts.points !== null}
          <label class="text-sm"
            >Points of {pointsText(facts.points)}
            <input class="input block w-24 input-sm" name="points" inputmode="decimal" />
          </label>
        {:else}<input type="hidden" name="points" value="" />{/if}
        <label class="text-sm">Remark <input class="input block w-48 input-sm" name="remark" maxlength="2000" /></label>
        <button class="btn btn-sm">Accepted in person</button>
        <button class="btn btn-sm" formaction="?/incomplete">In person, but incomplete: the remark says why</button>
      </form>
      <form method="post" action="?/excuse" use:act>
        {@render who()}<button class="btn btn-sm">Excuse from this</button>
      </form>
    {/if}
  </div>
  <div>
    <h3 class="mb-2 text-lg font-semibold">Aside with {line.student}</h3>
    {@render aside()}
  </div>
</div>
