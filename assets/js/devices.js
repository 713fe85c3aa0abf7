// The table of devices: arrows move, Enter edits and saves, Esc leaves, a pasted list opens its preview.
import { CellEditor } from './cell-editor.js';
import { grid } from './grid.js';
import { isTyping, say } from './page.js';

const MOVES = { ArrowDown: [1, 0], ArrowUp: [-1, 0], ArrowRight: [0, 1], ArrowLeft: [0, -1] };

const picksOf = (table) => [...table.querySelectorAll('td.pick input')];

const tick = (table, cell) => {
    const box = cell.parentElement.querySelector('td.pick input');
    if (!box) return false;
    box.checked = !box.checked;
    say(`${picksOf(table).filter((b) => b.checked).length} ticked`);
    return true;
};

const showUnit = (table) => (row) => {
    table.querySelectorAll('tr.sel').forEach((r) => r.classList.remove('sel'));
    row.classList.add('sel');
    window.htmx.ajax('GET', row.dataset.why, { target: '#why-inner', swap: 'innerHTML' });
};

const listenToKeys = (table, { move, focus }, edit, show) => {
    table.addEventListener('keydown', (event) => {
        const cell = event.target.closest('td.cell');
        if (!cell || event.target !== cell) return;
        const isTicked = event.key === 'x' && tick(table, cell);
        if (MOVES[event.key]) move(cell, ...MOVES[event.key]);
        else if (event.key === 'Enter' || event.key === 'F2') edit(cell);
        else if (event.key === ' ') show(cell.parentElement);
        else if (!isTicked) return;
        event.preventDefault();
        if (isTicked) event.stopPropagation();
    });
    // From anywhere on the page the arrow leads into the table.
    document.addEventListener('keydown', (event) => {
        if (event.key !== 'ArrowDown' || document.activeElement !== document.body) return;
        event.preventDefault();
        focus(table.querySelector('td.cell[tabindex="0"]'));
    });
};

const listenToPointer = (table, { focus }, edit, show) => {
    table.addEventListener('dblclick', (event) => {
        const cell = event.target.closest('td.cell');
        if (cell) edit(cell);
    });
    table.addEventListener('click', (event) => {
        const cell = event.target.closest('td.cell');
        if (!cell || event.target.closest('input,select,a,button')) return;
        focus(cell);
        show(cell.parentElement);
    });
    const all = table.querySelector('[data-pick-all]');
    all?.addEventListener('change', () => {
        picksOf(table).forEach((box) => {
            box.checked = all.checked;
        });
    });
};

const takePastedLists = () => {
    document.addEventListener('paste', (event) => {
        const text = event.clipboardData?.getData('text/plain') ?? '';
        const form = document.getElementById('paste-form');
        if (isTyping(document.activeElement) || !form || !/\n|\t/.test(text)) return;
        event.preventDefault();
        form.querySelector('textarea').value = text;
        form.submit();
    });
};

const table = document.querySelector('[data-cells]');
if (table) {
    const moving = grid(table);
    const show = showUnit(table);
    const editor = new CellEditor(table, moving, show);
    const isEditable = table.dataset.cells === 'edit';
    if (isEditable) editor.sendPending();
    const entry = table.querySelector('tr.sel td.cell') ?? table.querySelector('tbody td.cell');
    entry?.setAttribute('tabindex', '0');
    table.querySelector('tr.sel')?.scrollIntoView({ block: 'center' });
    const editWhereAllowed = isEditable ? (cell) => editor.edit(cell) : () => {};
    listenToKeys(table, moving, editWhereAllowed, show);
    listenToPointer(table, moving, editWhereAllowed, show);
    takePastedLists();
}
