// A keypad that behaves as the unit's own: letters by repeated presses, modes in turn, a pause or a key to move on.
(() => {
    const board = document.querySelector('.practice');
    if (!board) return;
    const rules = JSON.parse(board.dataset.rules);
    const wanted = board.dataset.text;
    const show = (name) => board.querySelector(name);
    let state;

    const begin = () => {
        state = { text: '', mode: rules.start, key: '', at: -1, since: 0, presses: 0, started: 0, over: false };
        show('.outcome').textContent = '';
        tell();
    };

    const tell = () => {
        show('.typed-text').textContent = state.text;
        show('.mode').textContent = rules.modes.length > 1 ? rules.modes[state.mode].id : '';
        show('.typed-text').classList.toggle('wrong', !wanted.startsWith(state.text));
    };

    // The character under the caret may still turn into another one of its key, until one moves on.
    const settles = (now) => rules.nextKey === null && rules.pause !== null && now - state.since >= rules.pause * 1000;

    const type = (key, now) => {
        const characters = rules.modes[state.mode].keys[key];
        if (!characters) return;
        const isAgain = state.key === key && characters.length > 1 && !settles(now);
        state.at = isAgain ? (state.at + 1) % characters.length : 0;
        state.text = (isAgain ? state.text.slice(0, -1) : state.text) + characters[state.at];
        state.key = key;
    };

    const press = (key) => {
        const now = performance.now();
        if (state.over) return;
        if (!state.started) state.started = now;
        state.presses += 1;
        if (key === rules.modeKey) {
            state.mode = (state.mode + 1) % rules.modes.length;
            state.key = '';
        } else if (key === rules.nextKey) {
            state.key = '';
        } else if (key === rules.backKey) {
            state.text = state.text.slice(0, -1);
            state.key = '';
        } else {
            type(key, now);
        }
        state.since = now;
        tell();
        if (state.text === wanted) {
            const seconds = ((now - state.started) / 1000).toFixed(1);
            state.over = true;
            show('.outcome').textContent = `There: ${state.presses} presses in ${seconds} s; at best it takes ${board.dataset.best}.`;
        }
    };

    board.addEventListener('click', (event) => {
        const button = event.target.closest('[data-press]');
        if (button) press(button.dataset.press);
        if (event.target.closest('[data-again]')) begin();
    });
    document.addEventListener('keydown', (event) => {
        if (event.ctrlKey || event.metaKey || event.altKey || /^(INPUT|TEXTAREA)$/.test(document.activeElement?.tagName)) return;
        const button = [...board.querySelectorAll('[data-press]')].find((b) => b.dataset.press === event.key);
        if (button && event.key.length === 1) {
            event.preventDefault();
            press(event.key);
        }
    });
    begin();
})();
