// Reads stickers with the camera: on a page of its own, or into the field beside a button.
import { look, reason } from './camera.js';
import { say } from './page.js';

const HOLD = 'Hold the sticker into the frame.';
const MAC = /(?:[0-9a-f]{2}[:-]){5}[0-9a-f]{2}|\b[0-9a-f]{12}\b/i;
const source = document.querySelector('meta[name=code-reader]').content;

const beginPage = (page) => {
    const start = page.querySelector('[data-scan-start]');
    const says = page.querySelector('[data-scan-says]');
    const unit = page.dataset.unit ? `&unit=${encodeURIComponent(page.dataset.unit)}` : '';
    const fail = (error) => {
        start.hidden = false;
        says.textContent = reason(error);
    };
    const read = (text) => {
        // Who is filling in a form is not interrupted.
        if (page.querySelector('#which').contains(document.activeElement)) return;
        page.querySelector('[name=code]').value = text;
        says.textContent = 'Read. Hold the next one into the frame.';
        say(`Read ${text}`);
        window.htmx.ajax('GET', `${page.dataset.scan}?code=${encodeURIComponent(text)}${unit}`, { target: '#which' });
    };
    start.hidden = false;
    start.addEventListener('click', () => {
        start.hidden = true;
        says.textContent = HOLD;
        look(source, page.querySelector('video'), read, fail).catch(fail);
    });
};

const made = (name, properties) => Object.assign(document.createElement(name), properties);

const openBox = async (button) => {
    const field = button.form.elements[button.dataset.scanInto];
    const video = made('video', { muted: true, playsInline: true });
    const says = made('p', { textContent: HOLD });
    const close = made('button', { type: 'button', className: 'plain', textContent: 'Close' });
    const box = made('dialog', { className: 'scan-box' });
    let stop = () => {};
    box.append(video, says, close);
    document.body.append(box);
    close.addEventListener('click', () => box.close());
    box.addEventListener('close', () => {
        stop();
        box.remove();
        field.focus();
    });
    const fail = (error) => {
        says.textContent = reason(error);
    };
    const read = (text) => {
        field.value = text.match(MAC)?.[0] ?? text;
        say(`Read ${field.value}`);
        box.close();
    };
    box.showModal();
    try {
        stop = await look(source, video, read, fail);
        if (!box.open) stop();
    } catch (error) {
        fail(error);
    }
};

const offer = () =>
    document.querySelectorAll('[data-scan-into]').forEach((button) => {
        button.hidden = false;
    });

const page = document.querySelector('[data-scan]');
if (page) beginPage(page);
offer();
document.addEventListener('htmx:load', offer);
document.addEventListener('click', (event) => {
    const button = event.target.closest('[data-scan-into]');
    if (!button) return;
    event.preventDefault();
    openBox(button);
});
