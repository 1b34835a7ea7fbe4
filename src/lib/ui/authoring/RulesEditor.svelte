<script lang="ts">
  import { allowanceWords } from '$core/packets/terms-words';
  import type { AssignmentDraft } from '$core/assignments/draft';
  import { countsWords, followWords, MOST_MINUTES, type RuleName, type StandingRules } from '$core/courses/rules';
  import { STRICTABLE } from '$core/checks/run-checks';
  import { COUNTS } from '$core/packets/terms';
  import { latePolicyWords } from '$core/packets/due';
  import LateRule from './LateRule.svelte';
  import RuleRow from './RuleRow.svelte';

  interface Props {
    draft: AssignmentDraft;
    rules: StandingRules;
  }
  /** The rules, one on a line: the course's where nothing else is said, else this assignment's own. */
  const { draft, rules }: Props = $props();

  const follows = (name: RuleName) => draft.inherits.includes(name);
  const follow = (name: RuleName) => (on: boolean) => {
    draft.inherits = on ? [...draft.inherits, name] : draft.inherits.filter((one) => one !== name);
    if (on) Object.assign(draft, { [name]: $state.snapshot(rules[name]) });
  };
  const standsAgainWords = (on: boolean) =>
    on
      ? 'A round that was taken back stands again at the due moment, if the student asks for it.'
      : 'What was taken back does not come back by itself.';
</script>

<fieldset class="rounded border border-base-300 p-4">
  <legend class="px-1 font-semibold">Rules</legend>
  <ul class="divide-y divide-base-300">
    <RuleRow name="Late work" says={latePolicyWords(draft.late)} follows={follows('late')} onfollow={follow('late')}>
      {#snippet own()}<LateRule {draft} />{/snippet}
    </RuleRow>
    <RuleRow
      name="Rounds"
      says={allowanceWords(draft.allowance)}
      follows={follows('allowance')}
      onfollow={follow('allowance')}
    >
      {#snippet own()}
        <label class="text-sm"
          >At most, empty for as many as one likes
          <input
            class="input block w-28"
            type="number"
            min="1"
            value={draft.allowance ?? ''}
            oninput={(event) =>
              (draft.allowance = event.currentTarget.value === '' ? null : event.currentTarget.valueAsNumber)}
          /></label
        >
      {/snippet}
    </RuleRow>
    <RuleRow
      name="Taking back"
      says={draft.takeBack ? 'Rounds can be taken back.' : 'Rounds cannot be taken back.'}
      follows={follows('takeBack')}
      onfollow={follow('takeBack')}
    >
      {#snippet own()}
        <label class="flex items-center gap-2"
          ><input type="checkbox" class="checkbox" bind:checked={draft.takeBack} /> Rounds can be taken back</label
        >
      {/snippet}
    </RuleRow>
    <RuleRow
      name="Standing again"
      says={standsAgainWords(draft.standsAgain)}
      follows={follows('standsAgain')}
      onfollow={follow('standsAgain')}
    >
      {#snippet own()}
        <label class="flex items-center gap-2"
          ><input type="checkbox" class="checkbox" bind:checked={draft.standsAgain} /> Whoever takes a round back may ask
          that it stands again when the due moment passes</label
        >
      {/snippet}
    </RuleRow>
    <RuleRow
      name="What counts"
      says="Of several returned rounds {countsWords(draft.counts)}."
      follows={follows('counts')}
      onfollow={follow('counts')}
    >
      {#snippet own()}
        <select class="select w-60" aria-label="Of several returned rounds" bind:value={draft.counts}>
          {#each COUNTS as one (one)}<option value={one}>{countsWords(one)}</option>{/each}
        </select>
      {/snippet}
    </RuleRow>
    <RuleRow
      name="Sealing"
      says={followWords(draft.followMinutes)}
      follows={follows('followMinutes')}
      onfollow={follow('followMinutes')}
    >
      {#snippet own()}
        <label class="text-sm"
          >Minutes in which sealed bytes may follow, 0 where everything has to have arrived
          <input
            class="input block w-28"
            type="number"
            min="0"
            max={MOST_MINUTES}
            bind:value={draft.followMinutes}
          /></label
        >
      {/snippet}
    </RuleRow>
  </ul>
  <details class="mt-3">
    <summary class="cursor-pointer font-medium"
      >What stops a submit, instead of only warning: {draft.strict.length === 0
        ? 'nothing'
        : STRICTABLE.filter(({ name }) => draft.strict.includes(name))
            .map(({ title }) => title.toLowerCase())
            .join(', ')}</summary
    >
    <div class="mt-2 grid gap-1 sm:grid-cols-2">
      {#each STRICTABLE as { name, title } (name)}
        <label class="flex items-center gap-2 text-sm"
          ><input type="checkbox" class="checkbox checkbox-sm" value={name} bind:group={draft.strict} /> {title}</label
        >
      {/each}
    </div>
  </details>
  <div class="mt-3 flex flex-wrap gap-6">
    <label class="flex items-center gap-2"
      ><input type="checkbox" class="checkbox" bind:checked={draft.alsoOpen} /> Other pieces may be added</label
    >
    <label class="flex items-center gap-2"
      ><input type="checkbox" class="checkbox" bind:checked={draft.followsDrafts} /> Teachers can follow the draft</label
    >
  </div>
</fieldset>
