// Keys, copying, themes and the small state of pages. Everything here only makes quicker what links and forms do already.
(() => {
    const token = 'csrf-token';
    const store = {
        get: (key) => {
            try {
                return localStorage.getItem(key);
            } catch {
                return null;
            }
        },
        set: (key, value) => {
            try {
                localStorage.setItem(key, value);
            } catch {
                /* private window: the choice lasts for this page */
            }
        },
    };
    const theme = store.get('theme');
    if (theme) document.documentElement.dataset.theme = theme;

    const say = (text) => {
        const live = document.getElementById('live');
        if (live) live.textContent = text;
    };
    window.vorhut = { token, say };

    const isTyping = (el) => el && (el.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(el.tagName));

    document.addEventListener('click', async (event) => {
        const copy = event.target.closest('[data-copy]');
        if (copy) {
            const value = copy.dataset.copy;
            try {
                await navigator.clipboard.writeText(value);
            } catch {
                const area = document.createElement('textarea');
                area.value = value;
                document.body.append(area);
                area.select();
                document.execCommand('copy');
                area.remove();
            }
            copy.classList.add('copied');
            say(`Copied ${value}`);
            setTimeout(() => copy.classList.remove('copied'), 1500);
        }
        const from = event.target.closest('[data-copy-from]');
        if (from) {
            const answer = await fetch(from.dataset.copyFrom);
            const text = (await answer.text()).replace(/^\uFEFF/, '');
            await navigator.clipboard.writeText(text);
            from.classList.add('copied');
            say('Copied the list');
            setTimeout(() => from.classList.remove('copied'), 1500);
        }
        if (event.target.closest('[data-theme-switch]')) {
            const chosen = document.documentElement.dataset.theme;
            const dark = chosen ? chosen === 'dark' : matchMedia('(prefers-color-scheme: dark)').matches;
            document.documentElement.dataset.theme = dark ? 'light' : 'dark';
            store.set('theme', document.documentElement.dataset.theme);
        }
        if (event.target.closest('[data-keys-switch]')) toggleKeys();
        if (event.target.closest('[data-back]')) window.history.back();
    });

    const toggleKeys = () => {
        const keys = document.getElementById('keys');
        if (keys) {
            keys.hidden = !keys.hidden;
        }
    };

    // A form for something new begins at its first field; Ctrl with Enter sends the form that one is in.
    document.querySelector('form[data-begin]')?.querySelector('input:not([type=hidden]), select, textarea')?.focus();
    document.addEventListener('keydown', (event) => {
        const form = document.activeElement?.form;
        if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey) || !form) return;
        event.preventDefault();
        form.requestSubmit(form.querySelector('button[type=submit]'));
    });

    let leader = 0;
    document.addEventListener('keydown', (event) => {
        if (event.ctrlKey || event.metaKey || event.altKey) return;
        const hits = document.getElementById('hits');
        if (event.key === 'Escape') {
            const keys = document.getElementById('keys');
            if (keys && !keys.hidden) {
                keys.hidden = true;
                return;
            }
            if (hits && hits.childElementCount) {
                hits.replaceChildren();
                return;
            }
            if (isTyping(document.activeElement) && !document.activeElement.closest('td.cell')) {
                document.activeElement.blur();
                return;
            }
            const why = document.getElementById('why-inner');
            if (why && why.dataset.empty) {
                why.innerHTML = '';
            }
            return;
        }
        if ((hits && hits.contains(document.activeElement)) || document.activeElement?.id === 'jump') {
            const links = [document.getElementById('jump'), ...hits.querySelectorAll('a')];
            const at = links.indexOf(document.activeElement);
            if (event.key === 'ArrowDown' && links[at + 1]) {
                event.preventDefault();
                links[at + 1].focus();
            }
            if (event.key === 'ArrowUp' && links[at - 1]) {
                event.preventDefault();
                links[at - 1].focus();
            }
            return;
        }
        if (isTyping(document.activeElement)) return;
        if (event.key === '/') {
            const jump = document.getElementById('jump');
            if (jump) {
                event.preventDefault();
                jump.focus();
                jump.select();
            }
            return;
        }
        if (event.key === '?') {
            toggleKeys();
            return;
        }
        if (event.key === '.') {
            const first = document.querySelector('#why-inner a, #why-inner button, #why-inner input, #why-inner select');
            if (first) {
                event.preventDefault();
                first.focus();
            }
            return;
        }
        if (event.key === 'g') {
            leader = Date.now();
            return;
        }
        // Shift z makes again what z took back.
        const key = event.key === 'Z' ? 'y' : event.key;
        const wanted = Date.now() - leader < 1500 ? `g ${key}` : key;
        leader = 0;
        const target = [...document.querySelectorAll('[data-key]')].find((el) => el.dataset.key === wanted && el.offsetParent !== null);
        if (target) {
            event.preventDefault();
            if (isTyping(target)) target.focus();
            else target.click();
        }
    });

    // A machine without network says so at once, and what was typed stays where it is.
    const offline = () => {
        let bar = document.getElementById('offline');
        if (!bar) {
            bar = document.createElement('p');
            bar.id = 'offline';
            bar.className = 'said error';
            bar.setAttribute('role', 'alert');
            bar.textContent = 'No network. What you type stays here: save it when the network is back.';
            document.getElementById('work')?.prepend(bar);
        }
        bar.hidden = navigator.onLine;
    };
    window.addEventListener('offline', offline);
    window.addEventListener('online', offline);
    document.addEventListener('submit', (event) => {
        if (navigator.onLine) return;
        event.preventDefault();
        offline();
        say('No network: nothing was sent');
    });

    // The first hit of the jump field opens on Enter.
    document.addEventListener('submit', (event) => {
        if (!event.target.matches('.jump')) return;
        const first = document.querySelector('#hits a');
        if (first) {
            event.preventDefault();
            first.click();
        }
    });

    // What is next is in sight, however wide its table is.
    document.querySelector('.next-cell')?.scrollIntoView({ block: 'nearest', inline: 'center' });

    // What is shown for a short while goes by itself.
    const fade = (shown) => {
        const count = shown.querySelector('[data-gone-count]');
        let left = Number(shown.dataset.goneAfter);
        shown.dataset.going = '1';
        const tick = setInterval(() => {
            left -= 1;
            if (count) count.textContent = String(left);
            if (left > 0) return;
            clearInterval(tick);
            shown.remove();
            say('Hidden again');
        }, 1000);
    };
    const fadeAll = () => document.querySelectorAll('[data-gone-after]:not([data-going])').forEach(fade);
    fadeAll();
    document.addEventListener('htmx:load', fadeAll);

    // Times that run: the page says when each one ends, so it is right after a reload and on every machine.
    const skew = Number(document.documentElement.dataset.now || Date.now()) - Date.now();
    const tell = (timer) => {
        const left = Math.max(0, Math.ceil((Number(timer.dataset.ends) - Date.now() - skew) / 1000));
        const text = timer.querySelector('.left');
        const clock = left > 0 ? `${Math.floor(left / 60)}:${String(left % 60).padStart(2, '0')}` : 'over';
        if (text.textContent !== clock) text.textContent = clock;
        timer.querySelector('.run')?.setAttribute('stroke-dashoffset', String(245 * (1 - left / Number(timer.dataset.total))));
        timer.classList.toggle('over', left === 0);
        if (left > 0 || timer.dataset.said) return;
        timer.dataset.said = '1';
        say('A time is over.');
        // Where the page says what is next, that has changed.
        if (timer.closest('[data-anew]')) window.location.reload();
    };
    const tellAll = () => document.querySelectorAll('[data-ends]:not([data-ends=""])').forEach(tell);
    tellAll();
    setInterval(tellAll, 250);
})();
