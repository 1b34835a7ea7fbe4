import { sendTo, type Sent } from './send-to';

/**
 * Sends a picture that is to be shown in a text: bytes of this device, or a file of the Shelf by its id.
 *
 * @param address where the text is kept
 * @returns its name there, or why it has none
 */
export const sendPicture = (address: string, picture: File | { fileId: string }): Promise<Sent<{ name: string }>> =>
  sendTo(
    `${address}/pictures`,
    picture,
    'The line broke before the picture had come, so it is not there. Add it again.'
  );
