// A list to choose from, as one types a part of a name.
import { ask } from './request.js';

const FIELD = 'input[list^="names-"]';
const PAUSE_MS = 120;
const OK = 200;

const listOf = (field) => {
    const id = field.getAttribute('list');
    const there = document.getElementById(id);
    if (there) return there;
    const list = document.createElement('datalist');
    list.id = id;
    document.body.append(list);
    return list;
};

const fill = async (field, base) => {
    const of = field.getAttribute('list').replace(/^names-/, '');
    const typed = field.value;
    const { status, text } = await ask(`${base}/${of}?q=${encodeURIComponent(typed)}`);
    // Without an answer the name can be typed all the same; what was typed meanwhile asks again.
    if (status !== OK || field.value !== typed) return;
    const options = JSON.parse(text).map((name) => new Option(name, name));
    listOf(field).replaceChildren(...options);
};

export const begin = () => {
    let pause = 0;
    const later = (event) => {
        const field = event.target.closest?.(FIELD);
        const base = field?.closest('[data-names]')?.dataset.names;
        if (!base) return;
        clearTimeout(pause);
        pause = setTimeout(() => fill(field, base), PAUSE_MS);
    };
    document.addEventListener('input', later);
    document.addEventListener('focusin', later);
};
