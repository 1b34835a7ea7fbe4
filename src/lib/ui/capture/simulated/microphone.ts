import { reach } from '$ui/forms/reach';
import { SIMULATED, type Source } from '../devices';
import reading from './reading.opus?url';

/** Silence before the passage begins again, in seconds. */
const PAUSE = 1.2;

/** A microphone that is none: a made-up voice reads a passage of the demo world aloud, again and again. */
export async function simulatedMicrophone(): Promise<Source> {
  const answer = await (await reach(reading)).arrayBuffer();
  const audio = new AudioContext();
  const voice = await audio.decodeAudioData(answer);
  const out = audio.createMediaStreamDestination();
  const passage = audio.createBuffer(1, voice.length + Math.round(PAUSE * voice.sampleRate), voice.sampleRate);
  passage.copyToChannel(voice.getChannelData(0), 0);
  const player = audio.createBufferSource();
  player.buffer = passage;
  player.loop = true;
  player.connect(out);
  await audio.resume();
  player.start();
  return {
    stream: out.stream,
    id: SIMULATED,
    end() {
      player.stop();
      out.stream.getTracks().forEach((track) => track.stop());
      void audio.close();
    }
  };
}
