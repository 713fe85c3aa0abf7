// Keys of a page. They only make quicker what links and forms do already.
import { isTyping } from './page.js';
import { shortcuts } from './shortcuts.js';

const byId = (id) => document.getElementById(id);
const meant = shortcuts();

const toggleHelp = () => {
    const keys = byId('keys');
    if (!keys) return;
    keys.hidden = !keys.hidden;
    if (!keys.hidden) keys.focus();
};

/** Closes the uppermost thing that is open. */
const escape = () => {
    const keys = byId('keys');
    const hits = byId('hits');
    const focused = document.activeElement;
    const pane = byId('why-inner');
    if (keys && !keys.hidden) keys.hidden = true;
    else if (hits?.childElementCount) {
        hits.replaceChildren();
        focused?.blur();
    } else if (isTyping(focused) && !focused.closest('td.cell')) focused.blur();
    else if (pane?.dataset.empty) pane.innerHTML = '';
};

/** @returns whether the key belongs to the jump field */
const moveAmongHits = (event) => {
    const jump = byId('jump');
    const hits = byId('hits');
    const focused = document.activeElement;
    if (focused !== jump && !hits?.contains(focused)) return false;
    const stops = [jump, ...(hits?.querySelectorAll('a') ?? [])];
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    const next = step ? stops[stops.indexOf(focused) + step] : null;
    if (next) {
        event.preventDefault();
        next.focus();
    }
    return true;
};

const focusOn = (event, element, isSelected = false) => {
    if (!element) return;
    event.preventDefault();
    element.focus();
    if (isSelected) element.select();
};

const press = (event) => {
    const wanted = meant(event.key, Date.now());
    const target = [...document.querySelectorAll('[data-key]')].find((el) => el.dataset.key === wanted && el.offsetParent !== null);
    if (!target) return;
    event.preventDefault();
    if (isTyping(target)) target.focus();
    else target.click();
};

document.addEventListener('keydown', (event) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === 'Escape') {
        escape();
        return;
    }
    if (moveAmongHits(event) || isTyping(document.activeElement)) return;
    if (event.key === '/') focusOn(event, byId('jump'), true);
    else if (event.key === '?') toggleHelp();
    else if (event.key === '.') focusOn(event, document.querySelector('#why-inner :is(a, button, input, select)'));
    else press(event);
});

// Ctrl with Enter sends the form that one is in.
document.addEventListener('keydown', (event) => {
    const form = document.activeElement?.form;
    if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey) || !form) return;
    event.preventDefault();
    form.requestSubmit(form.querySelector('button[type=submit]'));
});

document.addEventListener('click', (event) => {
    if (event.target.closest('[data-keys-switch]')) {
        event.preventDefault();
        toggleHelp();
    }
    if (event.target.closest('[data-back]')) window.history.back();
});

// The first hit of the jump field opens on Enter.
document.addEventListener('submit', (event) => {
    const first = event.target.matches('.jump') ? document.querySelector('#hits a') : null;
    if (!first) return;
    event.preventDefault();
    first.click();
});

// A form for something new begins at its first field; what is next is in sight, however wide its table is.
document.querySelector('form[data-begin]')?.querySelector('input:not([type=hidden]), select, textarea')?.focus();
document.querySelector('.next-cell')?.scrollIntoView({ block: 'nearest', inline: 'center' });
