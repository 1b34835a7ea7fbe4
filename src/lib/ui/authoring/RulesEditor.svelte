<script lang="ts">
  import type { AssignmentDraft } from '$core/assignments/draft';
  import type { LatePolicy } from '$core/lateness/late-policy';
  import {
    countsWords,
    followWords,
    inheritsWords,
    MOST_MINUTES,
    type RuleName,
    type StandingRules
  } from '$core/courses/rules';
  import { STRICTABLE } from '$core/checks/run-checks';
  import { COUNTS } from '$core/packets/terms';
  import { latePolicyWords } from '$core/packets/due';
  import Field from '$ui/forms/Field.svelte';

  interface Props {
    draft: AssignmentDraft;
    rules: StandingRules;
  }
  /** Which of the course's standing rules it follows, and what it says for itself. */
  const { draft, rules }: Props = $props();

  const KINDS = {
    none: 'Costs nothing',
    'per-day': 'Costs per started day',
    flat: 'Costs once',
    'not-accepted': 'Is not accepted'
  };
  const follows = (name: RuleName) => draft.inherits.includes(name);

  function follow(name: RuleName, on: boolean) {
    draft.inherits = on ? [...draft.inherits, name] : draft.inherits.filter((one) => one !== name);
    if (!on) return;
    if (name === 'late') draft.late = $state.snapshot(rules.late);
    if (name === 'allowance') draft.allowance = rules.allowance;
    if (name === 'takeBack') draft.takeBack = rules.takeBack;
    if (name === 'counts') draft.counts = rules.counts;
    if (name === 'standsAgain') draft.standsAgain = rules.standsAgain;
    if (name === 'followMinutes') draft.followMinutes = rules.followMinutes;
  }

  function chooseLate(kind: LatePolicy['kind']) {
    const percent = 'percent' in draft.late ? draft.late.percent : 10;
    const graceMinutes = 'graceMinutes' in draft.late ? draft.late.graceMinutes : 0;
    if (kind === 'none') draft.late = { kind };
    else if (kind === 'per-day') draft.late = { kind, percent, graceMinutes, floorPercent: 0 };
    else if (kind === 'flat') draft.late = { kind, percent, graceMinutes };
    else draft.late = { kind, graceMinutes };
  }
</script>

{#snippet following(name: RuleName)}
  <label class="flex items-center gap-2 text-sm">
    <input
      type="checkbox"
      class="checkbox checkbox-sm"
      checked={follows(name)}
      onchange={(event) => follow(name, event.currentTarget.checked)}
    />
    {inheritsWords(name, draft.inherits)}
  </label>
{/snippet}

<fieldset class="grid gap-4 rounded border border-base-300 p-4">
  <legend class="px-1 font-semibold">Rules</legend>
  <div class="grid gap-2">
    {@render following('late')}
    {#if follows('late')}<p>{latePolicyWords(draft.late)}</p>{:else}
      <div class="grid gap-3 sm:grid-cols-4">
        <Field label="Late work">
          <select
            class="select w-full"
            value={draft.late.kind}
            onchange={(event) => chooseLate(event.currentTarget.value as LatePolicy['kind'])}
          >
            {#each Object.entries(KINDS) as [kind, words] (kind)}<option value={kind}>{words}</option>{/each}
          </select>
        </Field>
        {#if 'percent' in draft.late}
          <Field label="Percent"
            ><input class="input w-full" type="number" min="0" max="100" bind:value={draft.late.percent} /></Field
          >
        {/if}
        {#if 'graceMinutes' in draft.late}
          <Field label="Grace, minutes"
            ><input class="input w-full" type="number" min="0" bind:value={draft.late.graceMinutes} /></Field
          >
        {/if}
        {#if 'floorPercent' in draft.late}
          <Field label="Always kept, percent"
            ><input class="input w-full" type="number" min="0" max="100" bind:value={draft.late.floorPercent} /></Field
          >
        {/if}
      </div>
    {/if}
  </div>
  <div class="grid gap-2">
    {@render following('allowance')}
    {#if follows('allowance')}
      <p>{draft.allowance === null ? 'As many rounds as one likes.' : `Up to ${draft.allowance} rounds.`}</p>
    {:else}
      <Field label="Rounds" about="Empty for as many as one likes">
        <input
          class="input w-32"
          type="number"
          min="1"
          value={draft.allowance ?? ''}
          oninput={(event) =>
            (draft.allowance = event.currentTarget.value === '' ? null : event.currentTarget.valueAsNumber)}
        />
      </Field>
    {/if}
  </div>
  <div class="grid gap-2">
    {@render following('takeBack')}
    {#if follows('takeBack')}<p>
        {draft.takeBack ? 'Rounds can be taken back.' : 'Rounds cannot be taken back.'}
      </p>{:else}
      <label class="flex items-center gap-2"
        ><input type="checkbox" class="checkbox" bind:checked={draft.takeBack} /> Rounds can be taken back</label
      >
    {/if}
  </div>
  <div class="grid gap-2">
    {@render following('counts')}
    {#if follows('counts')}<p>Of several returned rounds {countsWords(draft.counts)}.</p>{:else}
      <Field label="Of several returned rounds">
        <select class="select" bind:value={draft.counts}>
          {#each COUNTS as one (one)}<option value={one}>{countsWords(one)}</option>{/each}
        </select>
      </Field>
    {/if}
  </div>
  <div class="grid gap-2">
    {@render following('standsAgain')}
    {#if follows('standsAgain')}<p>
        {draft.standsAgain
          ? 'A round that was taken back stands again at the due moment, if the student asks for it.'
          : 'What was taken back does not come back by itself.'}
      </p>{:else}
      <label class="flex items-center gap-2"
        ><input type="checkbox" class="checkbox" bind:checked={draft.standsAgain} /> Whoever takes a round back may ask that
        it stands again when the due moment passes</label
      >
    {/if}
  </div>
  <div class="grid gap-2">
    {@render following('followMinutes')}
    {#if follows('followMinutes')}<p>{followWords(draft.followMinutes)}</p>{:else}
      <Field label="Minutes in which sealed bytes may follow" about="0 where everything has to have arrived">
        <input class="input w-32" type="number" min="0" max={MOST_MINUTES} bind:value={draft.followMinutes} />
      </Field>
    {/if}
  </div>
  <fieldset class="grid gap-1">
    <legend class="font-medium">What stops a submit, instead of only warning</legend>
    {#each STRICTABLE as { name, title } (name)}
      <label class="flex items-center gap-2 text-sm"
        ><input type="checkbox" class="checkbox checkbox-sm" value={name} bind:group={draft.strict} /> {title}</label
      >
    {/each}
  </fieldset>
  <div class="flex flex-wrap gap-6">
    <label class="flex items-center gap-2"
      ><input type="checkbox" class="checkbox" bind:checked={draft.alsoOpen} /> Other pieces may be added</label
    >
    <label class="flex items-center gap-2"
      ><input type="checkbox" class="checkbox" bind:checked={draft.followsDrafts} /> Teachers can follow the draft</label
    >
  </div>
</fieldset>
