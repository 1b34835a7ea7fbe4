<script lang="ts">
  import { linkState, type ShareLink } from '$core/portfolio/visitors';
  import { absolute } from '$core/time/words';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import { getNow, getZone } from '$ui/time/reader';

  interface Props {
    links: readonly ShareLink[];
    /** What stands before an address of ours. */
    origin: string;
  }
  /** Links that open a portfolio for whoever has them, and a new one. */
  const { links, origin }: Props = $props();
  const zone = getZone();
  const now = $derived.by(getNow());
  const scripted = whenScripted();
  let copied = $state('');
  const copy = async (address: string) => {
    await navigator.clipboard.writeText(address);
    copied = address;
  };
  const STATES = { open: '', locked: 'with a password', over: 'over', revoked: 'taken back' };
</script>

<h3 class="mt-6 mb-2 text-lg font-semibold">Links for anybody</h3>
<ul class="grid gap-2 empty:hidden">
  {#each links as link (link.id)}
    {@const address = `${origin}/shown/${link.token}`}
    {@const state = linkState(link, false, now)}
    <li class="rounded border border-base-300 bg-base-100 p-2">
      <p class="text-sm break-all">
        {#if state === 'open' || state === 'locked'}<a class="link" href={address}>{address}</a>{:else}<s>{address}</s
          >{/if}
      </p>
      <p class="text-sm">
        {[
          link.label,
          STATES[state],
          link.endsAt !== null && state !== 'over' ? `until ${absolute(link.endsAt, zone(), now)}` : '',
          link.named ? 'can be guessed' : ''
        ]
          .filter(Boolean)
          .join(' · ')}
      </p>
      {#if state === 'open' || state === 'locked'}
        <div class="mt-1 flex flex-wrap gap-2">
          {#if scripted.yes}<button type="button" class="btn btn-sm" onclick={() => copy(address)}
              >{copied === address ? 'Copied' : 'Copy'}<span class="sr-only">: {link.label || link.token}</span></button
            >{/if}
          <form method="post" action="?/revokeLink" use:act>
            <input type="hidden" name="linkId" value={link.id} />
            <button class="btn btn-sm">Take it back<span class="sr-only">: {link.label || link.token}</span></button>
          </form>
        </div>
      {/if}
    </li>
  {/each}
</ul>
<details class="mt-2">
  <summary class="cursor-pointer underline">Make a link</summary>
  <form method="post" action="?/makeLink" use:act class="mt-3 grid max-w-xl gap-3 sm:grid-cols-2">
    <Field label="For whom" about="only you see this"><input class="input w-full" name="label" maxlength="80" /></Field>
    <Field label="Until" about="empty for no end"
      ><input class="input w-full" type="datetime-local" name="endsAt" /></Field
    >
    <Field label="Password" about="empty for none"
      ><input class="input w-full" type="text" name="password" maxlength="200" autocomplete="off" /></Field
    >
    <Field label="A name for its address" about="empty for one that nobody can guess"
      ><input class="input w-full" name="name" maxlength="50" autocapitalize="none" spellcheck="false" /></Field
    >
    <button class="btn justify-self-start btn-primary btn-sm">Make it</button>
  </form>
</details>
