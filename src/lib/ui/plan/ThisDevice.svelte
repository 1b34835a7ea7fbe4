<script lang="ts">
  import { onMount } from 'svelte';
  import { invalidateAll } from '$app/navigation';
  import { reachJson } from '$ui/forms/reach-json';

  /** Lets this device show reminders, where its browser can. @param publicKey the server's own, by which the device knows it */
  const { publicKey }: { publicKey: string } = $props();
  let can = $state(false);
  let says = $state('');

  onMount(() => {
    can = 'serviceWorker' in navigator && 'PushManager' in window && 'Notification' in window;
  });

  const REFUSED =
    'Your browser does not let Vendro show anything: allow notifications for this page in its settings, and press again.';

  async function allow() {
    says = 'Asking your browser …';
    try {
      if ((await Notification.requestPermission()) !== 'granted') {
        says = REFUSED;
        return;
      }
      const type = import.meta.env.DEV ? 'module' : 'classic';
      const worker = await navigator.serviceWorker.register('/service-worker.js', { scope: '/plan/reminders', type });
      const device = await worker.pushManager.subscribe({ userVisibleOnly: true, applicationServerKey: publicKey });
      const { endpoint, keys } = device.toJSON();
      const { told } = await reachJson<{ ok: boolean }>('/plan/reminders/device', {
        endpoint,
        keys,
        agent: navigator.userAgent.slice(0, 200)
      });
      says = told?.ok ? 'This device shows reminders from now on.' : 'The server could not be reached. Press again.';
      await invalidateAll();
    } catch {
      says = 'This browser could not be reached by the service that carries such messages. Nothing was changed.';
    }
  }
</script>

{#if can}<button type="button" class="btn btn-sm" onclick={allow}>Show them on this device</button>{:else}<p
    class="text-sm"
  >
    This browser cannot show messages of a page that is closed.
  </p>{/if}
<p role="status" class="basis-full text-sm">{says}</p>
