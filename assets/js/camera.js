// Looks through the camera until a code is read. Browsers give it to pages in a secure context alone.
import { codeReader } from './code-reader.js';

const EVERY_MS = 150;
const WANTED = { video: { facingMode: 'environment', width: { ideal: 1280 } } };

export const reason = (error) => {
    const instead = 'Type what stands on the sticker.';
    if (error.name === 'NotAllowedError') return `The camera may not be used: allow it for this page. ${instead}`;
    if (error.name === 'NotFoundError') return `There is no camera here. ${instead}`;
    return `${error.message || 'The camera could not be started.'} ${instead}`;
};

const open = async () => {
    if (!navigator.mediaDevices) throw new Error('The browser gives its camera only to pages that come by HTTPS.');
    return navigator.mediaDevices.getUserMedia(WANTED);
};

/**
 * Tells each text once while the same sticker stays in sight.
 *
 * @returns {Promise<() => void>} what stops the camera
 */
export const look = async (source, video, onText, onFailure) => {
    const decode = await codeReader(source);
    const stream = await open();
    video.srcObject = stream;
    await video.play();
    const canvas = document.createElement('canvas');
    const pen = canvas.getContext('2d', { willReadFrequently: true });
    let last = '';
    let timer = 0;
    const stop = () => {
        clearTimeout(timer);
        stream.getTracks().forEach((track) => track.stop());
    };
    const tick = () => {
        canvas.width = video.videoWidth;
        canvas.height = video.videoHeight;
        pen.drawImage(video, 0, 0);
        try {
            const text = decode(canvas);
            if (text && text !== last) {
                last = text;
                onText(text);
            }
            timer = setTimeout(tick, EVERY_MS);
        } catch (error) {
            stop();
            onFailure(error);
        }
    };
    timer = setTimeout(tick, 0);
    return stop;
};
