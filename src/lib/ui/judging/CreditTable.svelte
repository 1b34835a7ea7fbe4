<script lang="ts">
  import {
    creditLines,
    creditSum,
    creditText,
    type Activity,
    type CreditUnit,
    type Judged
  } from '$core/judging/credits';
  import { grantWords } from '$core/judging/grant-words';
  import When from '$ui/time/When.svelte';

  interface Props {
    activities: readonly Activity[];
    judged: readonly Judged[];
    target: number | null;
    unit: CreditUnit;
  }
  /** What was done and claimed, what was granted of it, and what is still missing. */
  const { activities, judged, target, unit }: Props = $props();
  const lines = $derived(creditLines(activities, judged));
  const sum = $derived(creditSum(lines, target));
  const share = (part: string) => (target === null ? 0 : Math.min(100, (Number(part) / target) * 100));
</script>

<p class="figures text-lg">
  <b>{creditText(sum.granted, unit)}</b>
  {target === null ? 'granted' : `granted of ${target}${sum.missing === '0' ? ': the target is reached.' : ':'}`}
  {#if sum.missing !== null && sum.missing !== '0'}<b>{sum.missing} still missing.</b>{/if}
</p>
{#if target !== null}
  <div class="my-2 flex h-3 max-w-xl overflow-hidden rounded-sm border border-base-content/40" aria-hidden="true">
    <span class="bg-success" style:width="{share(sum.granted)}%"></span>
    <span
      class="bg-[repeating-linear-gradient(135deg,var(--color-base-content)_0_1px,transparent_1px_5px)]"
      style:width="{Math.min(100 - share(sum.granted), share(sum.waiting) + share(sum.questioned))}%"
    ></span>
  </div>
{/if}
{#if sum.waiting !== '0' || sum.questioned !== '0'}
  <p class="text-sm">
    {#if sum.waiting !== '0'}{creditText(sum.waiting, unit)} wait for an answer.{/if}
    {#if sum.questioned !== '0'}{creditText(sum.questioned, unit)} are asked about.{/if}
    {#if sum.atBest !== null && sum.atBest !== '0'}If all of that is granted, {creditText(sum.atBest, unit)} are missing.{/if}
  </p>
{/if}
{#if lines.length > 0}
  <!-- svelte-ignore a11y_no_noninteractive_tabindex (a wide table is scrolled by keyboard too) -->
  <div class="overflow-x-auto" tabindex="0" role="region" aria-label="Activity by activity">
    <table class="table mt-2">
      <thead
        ><tr
          ><th>Activity</th><th class="text-right">Claimed</th><th class="text-right">Granted</th><th>What was said</th
          ></tr
        ></thead
      >
      <tbody>
        {#each lines as line (line.id)}
          <tr>
            <th scope="row" class="font-medium"
              >{line.title}{#if line.about}<span class="block text-sm font-normal opacity-85">{line.about}</span
                >{/if}</th
            >
            <td class="figures text-right">{line.since === 'gone' ? '—' : line.claimed}</td>
            <td class="figures text-right font-semibold">{line.judged?.granted ?? ''}</td>
            <td>
              <b class="font-medium">{grantWords(line)}</b>{#if line.judged?.reason}: {line.judged.reason}{/if}
              {#if line.judged}<span class="block text-sm opacity-85"
                  >{line.judged.by}, <When moment={line.judged.at} both={false} /></span
                >{/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{:else}
  <p class="mt-1">No activity is claimed yet. Fill in an entry for each.</p>
{/if}
