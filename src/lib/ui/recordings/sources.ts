import { NoDevice, openDevice, refused, type Source } from '$ui/capture/devices';
import { deviceRefusal } from '$core/capture/refused';

/** What is recorded. */
export const SHOWS = ['voice', 'camera', 'screen', 'screen-and-camera'] as const;
export type Show = (typeof SHOWS)[number];

export const SHOW_WORDS: Record<Show, string> = {
  voice: 'Voice',
  camera: 'Camera and voice',
  screen: 'Screen and voice',
  'screen-and-camera': 'Screen, with the camera in a corner'
};

/** The devices that were chosen; null for the ones that a person means first. */
export interface Chosen {
  camera: string | null;
  microphone: string | null;
  /** A screen may be shown without a word. */
  voice: boolean;
}

/** What is to be recorded, ready: one stream of all of it. */
export interface Scene {
  stream: MediaStream;
  /** The devices that it comes from. */
  microphone: Source | null;
  camera: Source | null;
  /** Whoever shares a screen can stop that outside of this page. */
  onended: (tell: () => void) => void;
  end(): void;
}

/** What each of them takes up. */
const USES: Record<Show, { screen: boolean; camera: boolean }> = {
  voice: { screen: false, camera: false },
  camera: { screen: false, camera: true },
  screen: { screen: true, camera: false },
  'screen-and-camera': { screen: true, camera: true }
};

/** Opens what is to be recorded. @throws NoDevice with the words for it */
export async function openScene(show: Show, chosen: Chosen): Promise<Scene> {
  const opened: Array<{ end(): void }> = [];
  const open = async <S extends { end(): void }>(wanted: boolean, source: () => Promise<S>): Promise<S | null> => {
    if (!wanted) return null;
    const one = await source();
    opened.push(one);
    return one;
  };
  const end = () => opened.forEach((one) => one.end());
  try {
    // The screen first: browsers ask for it only right after a press.
    const screen = await open(USES[show].screen, openScreen);
    const camera = await open(USES[show].camera, () => openDevice('camera', chosen.camera));
    const heard = chosen.voice || !USES[show].screen;
    const microphone = await open(heard, () => openDevice('microphone', chosen.microphone));
    const both = screen && camera ? inCorner(screen.stream, camera.stream) : null;
    if (both) opened.push(both);
    const video = (both ?? screen ?? camera)?.stream.getVideoTracks() ?? [];
    const stream = new MediaStream([...video, ...(microphone?.stream.getAudioTracks() ?? [])]);
    const shared = screen?.stream.getVideoTracks()[0];
    return { stream, microphone, camera, onended: (tell) => shared?.addEventListener('ended', tell), end };
  } catch (error) {
    end();
    throw error instanceof NoDevice ? error : refused('unable', show === 'voice' ? 'microphone' : 'camera');
  }
}

async function openScreen(): Promise<{ stream: MediaStream; end(): void }> {
  const there = window.isSecureContext && 'mediaDevices' in navigator && 'getDisplayMedia' in navigator.mediaDevices;
  try {
    const stream = await navigator.mediaDevices.getDisplayMedia({ video: { frameRate: 15 }, audio: false });
    return { stream, end: () => stream.getTracks().forEach((track) => track.stop()) };
  } catch (error) {
    throw refused(deviceRefusal(error instanceof DOMException ? error.name : '', there), 'screen');
  }
}

/** Pictures a second of what is drawn together here. */
const PICTURES = 15;
/** The camera's width, as a share of the screen's. */
const CORNER = 0.2;

/** The screen with the camera in its lower right corner, drawn together. */
function inCorner(screen: MediaStream, camera: MediaStream): { stream: MediaStream; end(): void } {
  const [below, above] = [shown(screen), shown(camera)];
  const canvas = document.createElement('canvas');
  const pen = canvas.getContext('2d');
  const draw = () => {
    [canvas.width, canvas.height] = [below.videoWidth || 1280, below.videoHeight || 720];
    pen?.drawImage(below, 0, 0, canvas.width, canvas.height);
    const width = canvas.width * CORNER;
    const height = (width * (above.videoHeight || 3)) / (above.videoWidth || 4);
    pen?.drawImage(above, canvas.width - width - 16, canvas.height - height - 16, width, height);
  };
  draw();
  const timer = setInterval(draw, 1000 / PICTURES);
  return { stream: canvas.captureStream(PICTURES), end: () => clearInterval(timer) };
}

function shown(stream: MediaStream): HTMLVideoElement {
  const video = document.createElement('video');
  video.muted = true;
  video.srcObject = stream;
  void video.play().catch(() => undefined);
  return video;
}
