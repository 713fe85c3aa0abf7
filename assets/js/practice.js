// Practises typing a text at the keypad of a kind of unit, and says how well it went.
import { isTyping } from './page.js';
import { keypad } from './keypad.js';

class Practice {
    constructor(board) {
        this.board = board;
        this.rules = JSON.parse(board.dataset.rules);
        this.wanted = board.dataset.text;
        this.reset();
    }

    reset() {
        this.pad = keypad(this.rules);
        this.startedAt = null;
        this.#part('.outcome').textContent = '';
        this.#show();
    }

    has(key) {
        return [...this.board.querySelectorAll('[data-press]')].some((b) => b.dataset.press === key);
    }

    press(key) {
        if (this.pad.text() === this.wanted) return;
        const now = performance.now();
        this.startedAt ??= now;
        this.pad.press(key, now);
        this.#show();
        if (this.pad.text() !== this.wanted) return;
        const seconds = ((now - this.startedAt) / 1000).toFixed(1);
        const best = this.board.dataset.best;
        this.#part('.outcome').textContent = `There: ${this.pad.presses()} presses in ${seconds} s; at best it takes ${best}.`;
    }

    #part(selector) {
        return this.board.querySelector(selector);
    }

    #show() {
        const text = this.pad.text();
        this.#part('.typed-text').textContent = text;
        this.#part('.mode').textContent = this.rules.modes.length > 1 ? this.pad.mode() : '';
        this.#part('.typed-text').classList.toggle('wrong', !this.wanted.startsWith(text));
    }
}

const board = document.querySelector('.practice');
if (board) {
    const practice = new Practice(board);
    board.addEventListener('click', (event) => {
        const button = event.target.closest('[data-press]');
        if (button) practice.press(button.dataset.press);
        if (event.target.closest('[data-again]')) practice.reset();
    });
    document.addEventListener('keydown', (event) => {
        const isPlain = !event.ctrlKey && !event.metaKey && !event.altKey && event.key.length === 1;
        if (!isPlain || isTyping(document.activeElement) || !practice.has(event.key)) return;
        event.preventDefault();
        practice.press(event.key);
    });
}
