import { browserKind, deviceRefusal, deviceRefusalWords, type Device } from '$core/capture/refused';
import { reach } from '$ui/forms/reach';

/** A device that can be chosen. The simulated ones of the demo are among them. */
export interface Choice {
  id: string;
  label: string;
}

/** What a device gives, until it is let go. */
export interface Source {
  stream: MediaStream;
  /** Which of the choices it is. */
  id: string;
  /** The simulated camera lays the next sheet before itself. */
  next?: () => void;
  end(): void;
}

/** A device gives nothing; the words say why and what to do. */
export class NoDevice extends Error {}

export const SIMULATED = 'simulated';

/**
 * Opens a camera or a microphone.
 *
 * @param id   one of `choices`; null for the one that people mean first: the camera at the back
 * @throws NoDevice
 */
export async function openDevice(device: 'camera' | 'microphone', id: string | null): Promise<Source> {
  if (id === SIMULATED) return simulated(device);
  const there = window.isSecureContext && 'mediaDevices' in navigator;
  try {
    const wanted = id === null ? {} : { deviceId: { exact: id } };
    const stream = await navigator.mediaDevices.getUserMedia(
      device === 'camera' ? { video: { ...CAMERA, ...wanted } } : { audio: { ...MICROPHONE, ...wanted } }
    );
    const own = stream.getTracks()[0]?.getSettings().deviceId ?? '';
    return { stream, id: own, end: () => stream.getTracks().forEach((track) => track.stop()) };
  } catch (error) {
    const why = deviceRefusal(error instanceof DOMException ? error.name : '', there);
    if (id === null && (why === 'none' || why === 'insecure') && (await isDemo())) return simulated(device);
    throw refused(why, device);
  }
}

/** What a sheet of paper needs: the camera at the back, and as many pixels as it has. */
const CAMERA = { facingMode: 'environment', width: { ideal: 3840 }, height: { ideal: 2160 } } as const;
const MICROPHONE = { echoCancellation: true, noiseSuppression: true } as const;

/** The devices of a kind. Their names are told once one of them was allowed. */
export async function choices(device: 'camera' | 'microphone'): Promise<Choice[]> {
  const kind = device === 'camera' ? 'videoinput' : 'audioinput';
  const all = 'mediaDevices' in navigator ? await navigator.mediaDevices.enumerateDevices() : [];
  const real = all
    .filter((one) => one.kind === kind && one.deviceId !== '')
    .map(({ deviceId, label }, i) => ({
      id: deviceId,
      label: label || `${device === 'camera' ? 'Camera' : 'Microphone'} ${i + 1}`
    }));
  return (await isDemo()) ? [...real, { id: SIMULATED, label: `A simulated ${device}` }] : real;
}

export function refused(why: Parameters<typeof deviceRefusalWords>[0], device: Device): NoDevice {
  return new NoDevice(deviceRefusalWords(why, device, browserKind(navigator.userAgent)));
}

let demo: Promise<boolean> | null = null;

/** Whether this is the demo school, where devices can be simulated. */
export function isDemo(): Promise<boolean> {
  demo ??= reach('/captured')
    .then(async (answer) => answer.ok && ((await answer.json()) as { simulated: boolean }).simulated)
    .catch(() => {
      demo = null;
      return false;
    });
  return demo;
}

async function simulated(device: 'camera' | 'microphone'): Promise<Source> {
  if (device === 'camera') return (await import('./simulated/camera')).simulatedCamera();
  return (await import('./simulated/microphone')).simulatedMicrophone();
}
