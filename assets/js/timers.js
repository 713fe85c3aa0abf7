// Times that run: the page says when each one ends, so it is right after a reload and on every machine.
import { clock, secondsLeft } from './countdown.js';
import { say } from './page.js';

const EVERY_MS = 250;
/** Of the ring that empties. */
const CIRCUMFERENCE = 245;
const skew = Number(document.documentElement.dataset.now || Date.now()) - Date.now();

const show = (timer) => {
    const left = secondsLeft(Number(timer.dataset.ends), Date.now() + skew);
    const text = timer.querySelector('.left');
    if (text.textContent !== clock(left)) text.textContent = clock(left);
    timer.querySelector('.run')?.setAttribute('stroke-dashoffset', String(CIRCUMFERENCE * (1 - left / Number(timer.dataset.total))));
    timer.classList.toggle('over', left === 0);
    if (left > 0 || timer.dataset.said) return;
    timer.dataset.said = '1';
    say('A time is over.');
    // Where the page says what is next, that has changed.
    if (timer.closest('[data-anew]')) window.location.reload();
};

const showAll = () => document.querySelectorAll('[data-ends]:not([data-ends=""])').forEach(show);
showAll();
setInterval(showAll, EVERY_MS);

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
