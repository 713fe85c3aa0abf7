// The table of devices: arrows move, Enter edits and saves, Esc leaves, a pasted list opens its preview.
(() => {
    const table = document.querySelector('[data-cells]');
    if (!table) return;
    const { token, say } = window.vorhut;
    const editable = table.dataset.cells === 'edit';

    const cells = (row) => [...row.querySelectorAll('td.cell')];
    const focus = (cell) => {
        if (!cell) return;
        table.querySelector('td.cell[tabindex="0"]')?.setAttribute('tabindex', '-1');
        cell.setAttribute('tabindex', '0');
        cell.focus();
    };
    const move = (cell, rows, columns) => {
        const row = cell.parentElement;
        const at = cells(row).indexOf(cell);
        let target = row;
        for (let n = Math.abs(rows); n > 0 && target; n -= 1) target = rows > 0 ? target.nextElementSibling : target.previousElementSibling;
        if (target) focus(cells(target)[Math.min(Math.max(at + columns, 0), cells(target).length - 1)]);
    };

    const show = (row) => {
        table.querySelectorAll('tr.sel').forEach((r) => r.classList.remove('sel'));
        row.classList.add('sel');
        window.htmx.ajax('GET', row.dataset.why, { target: '#why-inner', swap: 'innerHTML' });
    };

    // What could not be sent waits here, and is sent when the page is opened again: after a log-in, or when the server is back.
    const PENDING = 'vorhut-pending-edits';
    const AWAY = [0, 401, 502, 503, 504];
    const pending = () => JSON.parse(window.sessionStorage.getItem(PENDING) ?? '[]');
    const fieldOf = (entry) => new URLSearchParams(entry.body).get('field');
    const forget = (save, field) => {
        const left = pending().filter((entry) => entry.save !== save || fieldOf(entry) !== field);
        window.sessionStorage.setItem(PENDING, JSON.stringify(left));
    };
    const keep = (entry) => {
        forget(entry.save, fieldOf(entry));
        window.sessionStorage.setItem(PENDING, JSON.stringify([...pending(), entry]));
    };
    const send = async (address, body) => {
        try {
            const answer = await fetch(address, { method: 'POST', body, headers: { 'HX-Request': 'true' } });
            return { status: answer.status, text: await answer.text() };
        } catch {
            return { status: 0, text: '' };
        }
    };
    const away = (status) => {
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
    // Of a large job the answer to an edit does not tell yet what is wrong now.
    const catchUp = async (row) => {
        if (!row.dataset.again) return;
        const response = await fetch(row.dataset.again);
        if (!response.ok || !row.isConnected || row.querySelector('input,select')) return;
        const at = cells(row).indexOf(document.activeElement);
        const isShown = row.classList.contains('sel');
        const fresh = replace(row, await response.text());
        fresh.classList.toggle('sel', isShown);
        if (at >= 0) focus(cells(fresh)[at]);
    };
    const sendPending = async () => {
        for (const entry of pending()) {
            const row = [...table.querySelectorAll('tr')].find((r) => r.dataset.save === entry.save);
            if (!row) continue;
            const body = new URLSearchParams(entry.body);
            body.set('_token', token);
            const { status, text } = await send(entry.save, body);
            if (AWAY.includes(status)) {
                away(status);
                return;
            }
            forget(entry.save, fieldOf(entry));
            if (status === 200) {
                catchUp(replace(row, text));
                say('What you typed before was saved');
            } else {
                problem(`"${body.get('value')}" for ${row.dataset.name} was not saved: ${text}`);
            }
        }
    };

    const edit = (cell) => {
        if (!editable || cell.querySelector('input,select')) return;
        const old = cell.innerHTML;
        const options = document.getElementById(`options-${cell.dataset.field}`);
        const input = options ? document.createElement('select') : document.createElement('input');
        if (options) input.append(options.content.cloneNode(true));
        input.value = cell.dataset.value;
        input.setAttribute('aria-label', `${cell.dataset.label} of ${cell.parentElement.dataset.name}`);
        cell.replaceChildren(input);
        input.focus();
        if (input.select) input.select();
        let over = false;
        const leave = (html) => {
            over = true;
            if (html !== undefined) cell.innerHTML = html;
        };
        const save = async (rows, columns) => {
            if (over) return;
            if (input.value === cell.dataset.value) {
                leave(old);
                move(cell, rows, columns);
                return;
            }
            over = true;
            const row = cell.parentElement;
            const body = new URLSearchParams({
                _token: token,
                field: cell.dataset.field,
                value: input.value,
                version: row.dataset.version,
            });
            const { status, text } = await send(row.dataset.save, body);
            if (AWAY.includes(status)) {
                over = false;
                cell.classList.add('bad');
                keep({ save: row.dataset.save, body: body.toString() });
                away(status);
                return;
            }
            forget(row.dataset.save, cell.dataset.field);
            if (status !== 200) {
                over = false;
                cell.classList.add('bad');
                input.setAttribute('aria-invalid', 'true');
                input.focus();
                problem(status === 403 ? 'You may look at this job but not change it.' : text);
                return;
            }
            problem('');
            const at = cells(row).indexOf(cell);
            const fresh = replace(row, text);
            fresh.classList.add('sel');
            say('Saved');
            focus(cells(fresh)[at]);
            move(cells(fresh)[at], rows, columns);
            show(fresh);
            catchUp(fresh);
        };
        input.addEventListener('keydown', (event) => {
            event.stopPropagation();
            if (event.key === 'Enter') {
                event.preventDefault();
                save(event.shiftKey ? -1 : 1, 0);
            }
            if (event.key === 'Tab') {
                event.preventDefault();
                save(0, event.shiftKey ? -1 : 1);
            }
            if (event.key === 'Escape') {
                leave(old);
                cell.classList.remove('bad');
                problem('');
                focus(cell);
            }
        });
    };

    const problem = (text) => {
        const place = document.getElementById('cell-problem');
        place.textContent = text;
        place.hidden = text === '';
    };

    if (editable) sendPending();
    const entry = table.querySelector('tr.sel td.cell') ?? table.querySelector('tbody td.cell');
    entry?.setAttribute('tabindex', '0');
    const picks = () => [...table.querySelectorAll('td.pick input')];
    const all = table.querySelector('[data-pick-all]');
    all?.addEventListener('change', () => {
        picks().forEach((box) => {
            box.checked = all.checked;
        });
    });
    // From anywhere on the page the arrow leads into the table.
    document.addEventListener('keydown', (event) => {
        if (event.key !== 'ArrowDown' || document.activeElement !== document.body) return;
        event.preventDefault();
        focus(entry);
    });
    table.querySelector('tr.sel')?.scrollIntoView({ block: 'center' });
    table.addEventListener('keydown', (event) => {
        const cell = event.target.closest('td.cell');
        if (!cell || event.target !== cell) return;
        const moves = { ArrowDown: [1, 0], ArrowUp: [-1, 0], ArrowRight: [0, 1], ArrowLeft: [0, -1] };
        if (moves[event.key]) {
            event.preventDefault();
            move(cell, ...moves[event.key]);
            return;
        }
        if (event.key === 'Enter' || event.key === 'F2') {
            event.preventDefault();
            edit(cell);
            return;
        }
        if (event.key === 'x') {
            const box = cell.parentElement.querySelector('td.pick input');
            if (!box) return;
            event.preventDefault();
            event.stopPropagation();
            box.checked = !box.checked;
            say(`${picks().filter((b) => b.checked).length} ticked`);
            return;
        }
        if (event.key === ' ') {
            event.preventDefault();
            show(cell.parentElement);
        }
    });
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
    document.addEventListener('paste', (event) => {
        if (/^(INPUT|TEXTAREA|SELECT)$/.test(document.activeElement?.tagName ?? '')) return;
        const text = event.clipboardData?.getData('text/plain') ?? '';
        const form = document.getElementById('paste-form');
        if (!form || !/\n|\t/.test(text)) return;
        event.preventDefault();
        form.querySelector('textarea').value = text;
        form.submit();
    });
})();
