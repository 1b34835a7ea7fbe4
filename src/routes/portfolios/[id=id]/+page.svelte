<script lang="ts">
  import { sizeText } from '$core/materials/size-text';
  import { AT_WORDS } from '$core/portfolio/space';
  import { linkState, reachWords } from '$core/portfolio/visitors';
  import { absolute } from '$core/time/words';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';
  import LinkList from '$ui/portfolio/LinkList.svelte';
  import PageList from '$ui/portfolio/PageList.svelte';
  import Answered from '$ui/primitives/Answered.svelte';
  import OneButton from '$ui/primitives/OneButton.svelte';
  import { getNow, getZone } from '$ui/time/reader';

  const { data, form } = $props();
  const own = $derived(data.portfolio);
  const zone = getZone();
  const now = $derived.by(getNow());
  const titles = $derived(new Map(data.courses.map(({ id, title }) => [id, title])));
  const live = $derived(data.links.filter((link) => ['open', 'locked'].includes(linkState(link, false, now))).length);
</script>

<svelte:head><title>{own.title} · Vendro</title></svelte:head>
<div class="mx-auto max-w-6xl px-4 pt-6 pb-16">
  <p class="text-sm"><a class="link" href="/portfolios">Portfolios</a></p>
  <h1 class="mb-1 page-title">{own.title}</h1>
  <p class="mb-4">{reachWords(own, titles, live)}</p>
  <Answered {form} />
  <section class="mb-8 rounded bg-base-100 p-4" aria-labelledby="standing">
    <h2 id="standing" class="text-xl font-semibold">
      {#if own.published === null}Nothing is published yet
      {:else if data.differences.length === 0}All of it is published
      {:else}{data.differences.length === 1
          ? 'One change that nobody sees yet'
          : `${data.differences.length} changes that nobody sees yet`}{/if}
    </h2>
    {#if own.publishedAt !== null}<p class="text-sm">Last published {absolute(own.publishedAt, zone(), now)}.</p>{/if}
    {#if data.differences.length > 0}
      <ul class="my-2 list-inside list-disc text-sm">
        {#each data.differences.slice(0, 6) as { words }, i (i)}<li>{words}</li>{/each}
        {#if data.differences.length > 6}<li>and {data.differences.length - 6} more</li>{/if}
      </ul>
      <div class="flex flex-wrap gap-3">
        <OneButton action="?/publish" class="btn btn-primary">Publish it as it is now</OneButton>
        {#if own.published !== null}<a class="btn" href="/portfolios/{own.id}/compare">See both side by side</a>{/if}
      </div>
    {/if}
    <p class="mt-3 flex flex-wrap gap-x-4 gap-y-1 text-sm *:py-0.5">
      <a class="link" href="/portfolios/{own.id}/as">See it as a visitor does</a>
      <a class="link" href="/portfolios/{own.id}/pdf" download>As PDF</a>
      <a class="link" href="/portfolios/{own.id}/folder" download>As a folder of HTML</a>
    </p>
  </section>
  <div class="grid gap-8 lg:grid-cols-2">
    <div class="grid content-start gap-8">
      <PageList {own} />
      <section aria-labelledby="head">
        <h2 id="head" class="mb-2 text-xl font-semibold">Its head</h2>
        <form method="post" action="?/change" use:act class="grid max-w-xl gap-3">
          <Field label="Title"
            ><input class="input w-full" name="title" value={own.title} required maxlength="120" /></Field
          >
          <Field label="Below the title"
            ><textarea class="textarea h-24 w-full" name="about" maxlength="600">{own.about}</textarea></Field
          >
          <button class="btn justify-self-start btn-sm">Keep</button>
        </form>
      </section>
      <section aria-labelledby="space">
        <h2 id="space" class="mb-2 text-xl font-semibold">Space</h2>
        <p class="text-sm">
          It shows {sizeText(data.space.all)}; pictures as they came lie on your Shelf besides.
          {#if data.space.earlier > 0}{sizeText(data.space.earlier)} of it is only in earlier publications.{/if}
        </p>
        <ul class="my-2 text-sm">
          {#each data.space.files as { id, name, size, at } (id)}
            <li class="flex gap-3">
              <span class="min-w-0 grow truncate">{name}</span><span class="figures">{sizeText(size)}</span><span
                >{AT_WORDS[at]}</span
              >
            </li>
          {/each}
        </ul>
        {#if data.publications.length > 1}<OneButton action="?/forget">Let go of earlier publications</OneButton>{/if}
      </section>
    </div>
    <div class="grid content-start gap-8">
      <section aria-labelledby="who">
        <h2 id="who" class="mb-2 text-xl font-semibold">Who sees what is published</h2>
        <p class="mb-2 text-sm">Whoever sees it can change nothing.</p>
        <form method="post" action="?/open" use:act class="grid gap-2">
          <label class="flex items-center gap-2"
            ><input class="checkbox checkbox-sm" type="checkbox" name="teachers" checked={own.teachers} /> My teachers</label
          >
          {#each data.courses as { id, title } (id)}
            <label class="flex items-center gap-2"
              ><input
                class="checkbox checkbox-sm"
                type="checkbox"
                name="courses"
                value={id}
                checked={own.courses.includes(id)}
              />
              Everybody in {title}</label
            >
          {/each}
          <label class="flex items-center gap-2"
            ><input class="checkbox checkbox-sm" type="checkbox" name="school" checked={own.school} /> Everybody in the school,
            who find it by its title</label
          >
          <button class="btn justify-self-start btn-sm">Keep</button>
        </form>
        <LinkList links={data.links} origin={data.origin} />
      </section>
      <section aria-labelledby="earlier">
        <h2 id="earlier" class="mb-2 text-xl font-semibold">Publications</h2>
        <ol class="divide-y divide-base-300 border-y border-base-300 bg-base-100 empty:hidden">
          {#each data.publications as { no, at } (no)}
            <li class="flex flex-wrap items-center gap-3 p-2">
              <a class="grow link" href="/portfolios/{own.id}/published/{no}"
                >Number {no}, {absolute(at, zone(), now)}{no === own.published ? ', shown now' : ''}</a
              >
              {#if no !== own.published}<form method="post" action="?/showAgain" use:act>
                  <input type="hidden" name="no" value={no} /><button class="btn btn-sm"
                    >Show it again<span class="sr-only">: number {no}</span></button
                  >
                </form>{/if}
              <form method="post" action="?/workOn" use:act>
                <input type="hidden" name="no" value={no} /><button class="btn btn-sm"
                  >Work on this one<span class="sr-only">: number {no}</span></button
                >
              </form>
            </li>
          {/each}
        </ol>
        {#if data.publications.length === 0}<p>None yet.</p>{/if}
        {#if own.published !== null}<div class="mt-3">
            <OneButton action="?/unpublish">Take it down</OneButton>
          </div>{/if}
      </section>
      <section aria-labelledby="away">
        <h2 id="away" class="mb-2 text-xl font-semibold">Take it away</h2>
        <p class="mb-2 text-sm">
          Its pages, publications and links go. Copies in packets and the files on your Shelf stay.
        </p>
        <details>
          <summary class="cursor-pointer text-sm underline">Take this portfolio away</summary>
          <div class="mt-2"><OneButton action="?/remove">Yes, all of it</OneButton></div>
        </details>
      </section>
    </div>
  </div>
</div>
