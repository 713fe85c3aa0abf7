// Records inside a record: taken out, moved by Alt with the arrows or by dragging, and one more added.
import { say } from './page.js';

const ROW = '[data-rows="several"] > [data-row]';
const listOf = (row) => row.closest('[data-rows="several"]');
const rowsOf = (list) => [...list.querySelectorAll(':scope > [data-row]')];

const number = (list) => {
    rowsOf(list).forEach((row, at) => {
        const shown = row.querySelector('[data-number]');
        if (shown) shown.textContent = String(at + 1);
    });
};

const move = (row, step) => {
    const list = listOf(row);
    const rows = rowsOf(list);
    const other = rows[rows.indexOf(row) + step];
    if (!other) return;
    if (step < 0) other.before(row);
    else other.after(row);
    number(list);
    say(`Now number ${rowsOf(list).indexOf(row) + 1}`);
};

const takeOut = (row) => {
    const list = listOf(row);
    const next = row.nextElementSibling?.querySelector('input, select, summary') ?? row.nextElementSibling;
    row.remove();
    number(list);
    next?.focus();
};

const ready = (row) => {
    const out = row.querySelector('[data-row-out]');
    const hold = row.querySelector('[data-hold]');
    if (!out || !hold) return;
    out.hidden = Boolean(row.closest('details.one-more'));
    hold.draggable = true;
};

/** @returns the name of the same field in the next record: the last number but that of the field itself goes up */
export const nextName = (name) => name.replace(/\[(\d+)\](?=\[[^[]*\]$)/, (all, at) => `[${Number(at) + 1}]`);

/** The filled row joins the others, an empty one takes its place. */
const offerOneMore = (more) => {
    more.hidden = false;
    const details = more.closest('details');
    const empty = details.querySelector('[data-row]').cloneNode(true);
    more.addEventListener('click', () => {
        const filled = details.querySelector('[data-row]');
        const list = listOf(filled);
        empty.querySelectorAll('[name]').forEach((field) => {
            field.name = nextName(field.name);
        });
        const fresh = empty.cloneNode(true);
        details.before(filled);
        more.before(fresh);
        ready(filled);
        ready(fresh);
        number(list);
        fresh.querySelector('input, select')?.focus();
    });
};

const drag = () => {
    let dragged = null;
    document.addEventListener('dragstart', (event) => {
        dragged = event.target.closest?.('[data-hold]')?.closest(ROW) ?? null;
        if (dragged) event.dataTransfer.setDragImage(dragged, 10, 10);
    });
    document.addEventListener('dragover', (event) => {
        const over = dragged && event.target.closest?.(ROW);
        if (!over || listOf(over) !== listOf(dragged)) return;
        event.preventDefault();
        if (over === dragged) return;
        const box = over.getBoundingClientRect();
        if (event.clientY < box.top + box.height / 2) over.before(dragged);
        else over.after(dragged);
    });
    document.addEventListener('dragend', () => {
        if (dragged) number(listOf(dragged));
        dragged = null;
    });
};

/** Of several texts the last stays empty, so that there is always room for one more. */
const keepOneEmpty = (event) => {
    const field = event.target.closest?.('[data-several] input');
    if (!field || field.value === '' || field.nextElementSibling?.matches('input')) return;
    const more = field.cloneNode();
    more.value = '';
    more.placeholder = '';
    field.after(more);
};

export const begin = () => {
    document.querySelectorAll('[data-rows="several"] [data-row]').forEach(ready);
    document.querySelectorAll('[data-row-more]').forEach(offerOneMore);
    document.addEventListener('input', keepOneEmpty);
    document.addEventListener('click', (event) => {
        const out = event.target.closest('[data-row-out]');
        if (out) takeOut(out.closest('[data-row]'));
    });
    document.addEventListener('keydown', (event) => {
        const step = event.altKey ? { ArrowUp: -1, ArrowDown: 1 }[event.key] : null;
        const row = step ? event.target.closest(ROW) : null;
        if (!row) return;
        event.preventDefault();
        const focused = document.activeElement;
        move(row, step);
        focused.focus();
    });
    drag();
};
