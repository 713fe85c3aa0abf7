// Edits one cell where it stands. What cannot be sent is kept; what is refused stays in the cell with the reason.
import { say, TOKEN } from './page.js';
import { pendingEdits } from './pending.js';
import { ask, isAway, send } from './request.js';
import { ofThisTab } from './store.js';

const pending = pendingEdits(ofThisTab);

const problem = (text) => {
    const place = document.getElementById('cell-problem');
    place.textContent = text;
    place.hidden = text === '';
};

const tellAway = (status) => {
    if (status !== 401) {
        problem('The server does not answer. Your value stands in the cell and is kept; press Enter to try again.');
        return;
    }
    problem('You were logged out. Your value is kept and is sent as soon as you have ');
    const link = document.createElement('a');
    link.href = `/login?_target_path=${encodeURIComponent(window.location.pathname + window.location.search)}`;
    link.textContent = 'logged in again';
    document.getElementById('cell-problem').append(link, '.');
};

/** Puts the answer of the server in the place of a row, with the parts of the frame that came along. */
const replace = (row, text) => {
    const holder = document.createElement('template');
    holder.innerHTML = text;
    const fresh = holder.content.querySelector('tr');
    row.replaceWith(fresh);
    for (const part of ['way', 'undo-bar']) {
        const now = holder.content.getElementById(part);
        const then = document.getElementById(part);
        if (now && then) then.replaceWith(now);
        const back = now?.querySelector('input[name=back]');
        if (back) back.value = window.location.pathname + window.location.search;
    }
    return fresh;
};

const fieldFor = (cell) => {
    const options = document.getElementById(`options-${cell.dataset.field}`);
    const input = document.createElement(options ? 'select' : 'input');
    if (options) input.append(options.content.cloneNode(true));
    input.value = cell.dataset.value;
    input.setAttribute('aria-label', `${cell.dataset.label} of ${cell.parentElement.dataset.name}`);
    return input;
};

const refuse = (cell, input, status, text) => {
    cell.classList.add('bad');
    input.setAttribute('aria-invalid', 'true');
    input.focus();
    problem(status === 403 ? 'You may look at this job but not change it.' : text);
};

export class CellEditor {
    /** @param {(row: HTMLElement) => void} show tells more of a unit beside the table */
    constructor(table, grid, show) {
        this.table = table;
        this.grid = grid;
        this.show = show;
    }

    async sendPending() {
        for (const entry of pending.all()) {
            const row = [...this.table.querySelectorAll('tr')].find((r) => r.dataset.save === entry.save);
            if (row && !(await this.#sendOne(entry, row))) return;
        }
    }

    edit(cell) {
        if (cell.querySelector('input,select')) return;
        const old = cell.innerHTML;
        const input = fieldFor(cell);
        let isBusy = false;
        cell.replaceChildren(input);
        input.focus();
        input.select?.();
        const finish = async (rows, columns) => {
            if (isBusy) return;
            isBusy = true;
            if (input.value !== cell.dataset.value) {
                isBusy = await this.#save(cell, input, rows, columns);
                return;
            }
            cell.innerHTML = old;
            this.grid.move(cell, rows, columns);
        };
        const leave = () => {
            isBusy = true;
            cell.innerHTML = old;
            cell.classList.remove('bad');
            problem('');
            this.grid.focus(cell);
        };
        input.addEventListener('keydown', (event) => {
            event.stopPropagation();
            const step = event.shiftKey ? -1 : 1;
            if (event.key === 'Enter') finish(step, 0);
            else if (event.key === 'Tab') finish(0, step);
            else if (event.key === 'Escape') leave();
            else return;
            event.preventDefault();
        });
    }

    /** @returns whether it was taken */
    async #save(cell, input, rows, columns) {
        const row = cell.parentElement;
        const { field } = cell.dataset;
        const body = new URLSearchParams({ _token: TOKEN, field, value: input.value, version: row.dataset.version });
        const { status, text } = await send(row.dataset.save, body);
        if (isAway(status)) {
            cell.classList.add('bad');
            pending.keep({ save: row.dataset.save, body: body.toString() });
            tellAway(status);
            return false;
        }
        pending.forget(row.dataset.save, field);
        if (status !== 200) {
            refuse(cell, input, status, text);
            return false;
        }
        problem('');
        this.#showSaved(row, text, this.grid.cells(row).indexOf(cell), rows, columns);
        return true;
    }

    #showSaved(row, text, at, rows, columns) {
        const fresh = replace(row, text);
        fresh.classList.add('sel');
        say('Saved');
        const cell = this.grid.cells(fresh)[at];
        this.grid.focus(cell);
        this.grid.move(cell, rows, columns);
        this.show(fresh);
        this.#catchUp(fresh);
    }

    async #sendOne(entry, row) {
        const body = new URLSearchParams(entry.body);
        body.set('_token', TOKEN);
        const { status, text } = await send(entry.save, body);
        if (isAway(status)) {
            tellAway(status);
            return false;
        }
        pending.forget(entry.save, pending.field(entry));
        if (status === 200) {
            this.#catchUp(replace(row, text));
            say('What you typed before was saved');
        } else {
            problem(`"${body.get('value')}" for ${row.dataset.name} was not saved: ${text}`);
        }
        return true;
    }

    /** Of a large job the answer to an edit does not tell yet what is wrong now. */
    async #catchUp(row) {
        if (!row.dataset.again) return;
        const { status, text } = await ask(row.dataset.again);
        if (status !== 200) say('Saved. What is wrong now is not known: open the page again.');
        if (status !== 200 || !row.isConnected || row.querySelector('input,select')) return;
        const at = this.grid.cells(row).indexOf(document.activeElement);
        const isShown = row.classList.contains('sel');
        const fresh = replace(row, text);
        fresh.classList.toggle('sel', isShown);
        if (at >= 0) this.grid.focus(this.grid.cells(fresh)[at]);
    }
}
