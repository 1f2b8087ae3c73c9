<script lang="ts">
  /** Follows the timers of this device: at the end of one it says so, sounds, and notifies where that is allowed. */
  import { onMount } from 'svelte';
  import { told } from '$lib/ui/toast/toaster';
  import { followTimers, onRing, type Timer } from './timers.svelte';

  onMount(() => {
    const leave = [
      followTimers(),
      onRing((timer) => {
        told(`${timer.says}: time is up.${timer.then ? ` ${timer.then.says} now.` : ''}`);
        sound();
        notify(timer);
      })
    ];
    return () => leave.forEach((each) => each());
  });

  /** Three short tones; a browser that was never touched stays silent. */
  function sound() {
    try {
      const audio = new AudioContext();
      for (const [i, at] of [0, 0.35, 0.7].entries()) {
        const tone = audio.createOscillator();
        tone.frequency.value = 660 + 110 * i;
        tone.connect(audio.destination);
        tone.start(audio.currentTime + at);
        tone.stop(audio.currentTime + at + 0.2);
      }
      setTimeout(() => void audio.close(), 2000);
    } catch {
      // No sound here; it is written all the same.
    }
  }

  function notify({ says }: Timer) {
    if (typeof Notification !== 'undefined' && Notification.permission === 'granted')
      new Notification('Brunkel', { body: `${says}: time is up.` });
  }
</script>
