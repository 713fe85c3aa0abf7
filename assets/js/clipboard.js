// Copies a value, or a list that is fetched for it. Without a secure context there is no clipboard: a selected text copies as well.
import { say } from './page.js';

const SHOWN_MS = 1500;

const bySelection = (text) => {
    const area = document.createElement('textarea');
    area.value = text;
    document.body.append(area);
    area.select();
    const isCopied = document.execCommand('copy');
    area.remove();
    if (!isCopied) throw new Error('The browser does not let this page copy.');
};

export const write = async (text) => {
    if (!navigator.clipboard) {
        bySelection(text);
        return;
    }
    try {
        await navigator.clipboard.writeText(text);
    } catch {
        bySelection(text);
    }
};

const fetched = async (url) => {
    const answer = await fetch(url);
    if (!answer.ok) throw new Error(`The server answered ${answer.status}.`);
    return (await answer.text()).replace(/^\uFEFF/, '');
};

const copy = async (button, text, said) => {
    try {
        await write(await text());
        button.classList.add('copied');
        say(said);
        setTimeout(() => button.classList.remove('copied'), SHOWN_MS);
    } catch (error) {
        say(`Nothing was copied. ${error.message}`);
    }
};

document.addEventListener('click', (event) => {
    const value = event.target.closest('[data-copy]');
    if (value) copy(value, async () => value.dataset.copy, `Copied ${value.dataset.copy}`);
    const list = event.target.closest('[data-copy-from]');
    if (list) copy(list, () => fetched(list.dataset.copyFrom), 'Copied the list');
});
