<script lang="ts">
  import { onDestroy, onMount, untrack } from 'svelte';
  import Icon from '$ui/icons/Icon.svelte';
  import { allOf } from '$core/recordings/passages';
  import { span } from '$core/time/words';
  import { choices, NoDevice, type Choice } from '$ui/capture/devices';
  import { owner } from '$ui/capture/owner';
  import IconButton from '$ui/forms/IconButton.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import { getNow } from '$ui/time/reader';
  import type { RecordingGoal } from './goal';
  import Devices from './Devices.svelte';
  import { KeptTakes } from './kept-takes';
  import { openScene, SHOW_WORDS, SHOWS, type Scene, type Show } from './sources';
  import { SendingAlong } from './sending-along';
  import { prepareStudio } from './studio';
  import { roomFor, Take, type Before, type Plan } from './take.svelte';
  import TakeEditor from './TakeEditor.svelte';

  /** Records the voice, the camera or the screen: tried before, kept while it is made, heard and cut before it is a piece. */
  const { goal, close }: { goal: RecordingGoal; close: () => void } = $props();

  const kept = new KeptTakes(owner(), (() => goal.where)(), getNow());
  const id = $props.id();
  let sheet = $state<HTMLDialogElement>();
  let video = $state<HTMLVideoElement>();
  let show = $state<Show>((() => goal.shows[0] ?? 'voice')());
  let microphone = $state<string | null>(null);
  let camera = $state<string | null>(null);
  let voice = $state(true);
  let microphones = $state.raw<Choice[]>([]);
  let cameras = $state.raw<Choice[]>([]);
  let scene = $state.raw<Scene | null>(null);
  let take = $state<Take | null>(null);
  let problem = $state('');
  let recovered = $state(false);
  const words = $state({ name: (() => goal.name)(), note: '' });
  /** Where what is recorded next is to stand in what is there; null where nothing is there. */
  let going = $state.raw<Plan | null>(null);

  onMount(() => {
    sheet?.showModal();
    prepareStudio();
    void recover();
  });
  onDestroy(leave);

  function leave() {
    take?.close();
    take?.along?.stop();
    scene?.end();
    scene = null;
  }

  /** What was begun here, and broke off with its tab. */
  async function recover() {
    const latest = await kept.latest().catch(() => null);
    if (!latest) return;
    const parts = await kept.parts(latest);
    if (parts.length === 0) return;
    show = SHOWS.find((one) => one === latest.show) ?? show;
    const { id, seconds, passages = allOf(parts.length), earlier = [], sent = [] } = latest;
    take = laid({ id, parts, seconds, passages, earlier, sent, chunks: await kept.chunks(id) });
    recovered = true;
  }

  function begun(before: Before | null = null, plan: Plan | null = null): Take {
    const made = new Take(kept, show, goal.longest, before, plan);
    if (goal.along === null) return made;
    const room = Math.min(goal.along, roomFor(show, goal.longest));
    made.along = new SendingAlong(room, (ids) => made.noteSent(ids));
    if (before) made.along.restore(before.parts, before.sent);
    return made;
  }

  /**
   * Opens the devices, so that one sees and hears them before anything is recorded.
   *
   * @param from what is gone on with
   * @param plan where what comes now is to stand in it
   */
  async function prepare(from: Take | null = null, plan: Plan | null = null) {
    problem = '';
    take?.close();
    take?.along?.stop();
    scene?.end();
    scene = null;
    try {
      scene = await openScene(show, { camera, microphone, voice });
      microphones = await choices('microphone');
      cameras = await choices('camera');
      take = begun(from?.before() ?? null, plan);
      going = plan;
      take.meter(scene.stream);
    } catch (error) {
      // All at once: what is chosen from moves when something comes in above it, and a press then meets something else.
      const others = await choices('microphone').catch(() => []);
      problem = error instanceof NoDevice ? error.message : 'Nothing can be recorded here. Choose a file instead.';
      take = from && laid(from.before());
      microphones = others;
    }
  }

  $effect(() => {
    if (!video || !scene) return;
    video.srcObject = scene.stream;
    void video.play().catch(() => undefined);
    take?.watch(video);
  });
  $effect(() => {
    // The devices are let go as soon as it is over: their light goes out. Those that are opened to go on with it are not.
    if (take?.state === 'done')
      untrack(() => {
        scene?.end();
        scene = null;
      });
  });

  /** What is there, to be heard. */
  function laid(before: Before): Take {
    const there = begun(before);
    there.state = 'done';
    return there;
  }
  /** Back to it, without recording more. */
  function back() {
    take?.close();
    if (take) take = laid(take.before());
  }
  function use(chosen: { microphone?: string; camera?: string }) {
    microphone = chosen.microphone ?? microphone;
    camera = chosen.camera ?? camera;
    void prepare(take?.parts.length ? take : null, going);
  }
  async function anew() {
    take?.along?.giveUp();
    if (take) await kept.letGo(take.id).catch(() => undefined);
    take = null;
    recovered = false;
  }
  async function done() {
    // What was put together of it is another upload by now.
    take?.along?.giveUp();
    if (take) await kept.letGo(take.id).catch(() => undefined);
    sheet?.close();
  }
  const busy = $derived(take?.state === 'recording' || take?.state === 'paused' || take?.state === 'counting');
</script>

<dialog
  bind:this={sheet}
  aria-labelledby="{id}-title"
  oncancel={(event) => {
    // The key that closes must not end what is being recorded.
    if (busy) event.preventDefault();
  }}
  onclose={close}
  class="m-auto size-full max-h-none max-w-none bg-base-200 p-4 text-base-content backdrop:bg-neutral/60 sm:h-fit sm:max-h-[94vh] sm:max-w-2xl sm:rounded"
>
  <div class="mb-3 flex items-start gap-3">
    <h2 id="{id}-title" class="text-xl font-semibold">Record for {goal.title}</h2>
    <span class="ml-auto"
      ><IconButton
        icon="x"
        label="Close; what you recorded is kept"
        disabled={busy}
        onclick={() => sheet?.close()}
      /></span
    >
  </div>
  <div class="grid gap-4">
    {#if recovered && take?.state === 'done'}
      <Message kind="done">What you recorded here earlier is still there. Use it, or go on with it.</Message>
    {/if}
    {#if take?.unkept}
      <Message kind="problem"
        >This browser keeps nothing for later: what you record is gone when this tab closes.</Message
      >
    {/if}
    {#if take?.endedBy === 'limit'}<Message kind="done">It ended by itself: this place takes no more.</Message>{/if}
    {#if take?.endedBy === 'screen'}<Message kind="done">It ended because the screen is not shown any more.</Message
      >{/if}
    {#if problem}<Message kind="problem">{problem}</Message>{/if}

    {#if take?.state === 'done'}
      {#key take.passages}
        <TakeEditor {take} {goal} {words} {done} goOn={(plan) => void prepare(take, plan)} anew={() => void anew()} />
      {/key}
    {:else}
      {#if !busy && !take?.parts.length}
        <fieldset class="flex flex-wrap gap-x-4 gap-y-1">
          <legend class="text-sm font-medium">What is recorded</legend>
          {#each goal.shows as one (one)}
            <label class="flex min-h-11 items-center gap-2">
              <input
                type="radio"
                class="radio radio-sm"
                name="{id}-show"
                value={one}
                bind:group={show}
                onchange={() => scene && void prepare()}
              />
              {SHOW_WORDS[one]}
            </label>
          {/each}
        </fieldset>
        {#if show.startsWith('screen')}
          <label class="flex items-center gap-2">
            <input type="checkbox" class="checkbox checkbox-sm" bind:checked={voice} /> With my voice
          </label>
        {/if}
      {/if}
      {#if scene && show !== 'voice'}
        <video bind:this={video} muted playsinline aria-label="What is recorded" class="max-h-[40vh] w-full bg-black"
        ></video>
      {/if}
      {#if scene && take}
        {#if scene.microphone}
          <div class="flex items-center gap-3">
            <span class="text-sm" id="{id}-level">How loud it is</span>
            <meter
              class="h-3 flex-1"
              aria-labelledby="{id}-level"
              min="0"
              max="1"
              low={0.06}
              high={0.97}
              optimum={0.5}
              value={take.level}
            ></meter>
          </div>
        {/if}
        <p class="figures text-2xl" role="timer" aria-label="Recorded">
          {span(Math.floor(take.seconds) * 1000)}
          {#if goal.longest !== null}<span class="text-base opacity-80">of at most {span(goal.longest * 1000)}</span
            >{/if}
        </p>
        <p role="status" class="min-h-6">
          {#if take.state === 'counting'}It begins in {take.countdown} …
          {:else if take.state === 'paused'}Paused. Nothing is recorded now.
          {:else if take.nearEnd !== null}It ends by itself in {Math.ceil(take.nearEnd)} s.
          {:else if take.state === 'recording'}Recording. Every second is kept on this device.
          {:else}Ready. Say something: the bar has to move.{/if}
        </p>
        <div class="flex flex-wrap gap-2">
          {#if take.state === 'ready'}
            <button type="button" class="btn btn-primary" onclick={() => scene && void take?.begin(scene)}>
              <Icon name="circle" />
              {take.parts.length > 0 ? 'Go on' : 'Begin'}
            </button>
            {#if take.parts.length > 0}
              <button type="button" class="btn" onclick={back}>Leave it as it is</button>
            {/if}
          {:else if take.state === 'counting'}
            <button type="button" class="btn" onclick={() => void take?.stop()}>Not yet</button>
          {:else}
            {#if take.state === 'recording'}
              <button type="button" class="btn" onclick={() => take?.pause()}>
                <Icon name="pause" /> Pause
              </button>
            {:else}
              <button type="button" class="btn" onclick={() => take?.resume()}>
                <Icon name="play" /> Go on
              </button>
            {/if}
            <button type="button" class="btn btn-primary" onclick={() => void take?.stop()}>
              <Icon name="square" /> Stop
            </button>
          {/if}
        </div>
      {:else}
        <button type="button" class="btn justify-self-start btn-primary" onclick={() => void prepare()}
          >{problem ? 'Try it again' : show === 'voice' ? 'Open the microphone' : 'Open what is recorded'}</button
        >
        <p class="text-sm opacity-85">
          You see and hear it before anything is recorded. {goal.along === null
            ? 'It stays on this device until you say so.'
            : 'It is sent along as you record; nobody but you has it until you say so.'}
        </p>
      {/if}
      {#if !busy}
        {#if microphones.length > 1 || (microphones.length === 1 && !scene)}
          <Devices
            label="Microphone"
            choices={microphones}
            used={scene?.microphone?.id ?? null}
            choose={(id) => use({ microphone: id })}
          />
        {/if}
        {#if cameras.length > 1 && scene?.camera}
          <Devices label="Camera" choices={cameras} used={scene.camera.id} choose={(id) => use({ camera: id })} />
        {/if}
      {/if}
    {/if}
  </div>
</dialog>
