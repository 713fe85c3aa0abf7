// A keypad that behaves as the unit's own: letters by repeated presses, modes in turn, a pause or a key to move on.

/**
 * @typedef {{ id: string, keys: Object<string, string> }} Mode
 * @param {{ start: number, modes: Mode[], modeKey: ?string, nextKey: ?string, backKey: ?string, pause: ?number }} rules pause in seconds
 * @returns an object with text(), mode(), presses() and press(key, now), now in milliseconds
 */
export const keypad = (rules) => {
    const state = { text: '', mode: rules.start, key: '', at: -1, since: 0, presses: 0 };

    /** The character under the caret may still turn into another one of its key, until one moves on. */
    const hasSettled = (now) => rules.nextKey === null && rules.pause !== null && now - state.since >= rules.pause * 1000;

    const type = (key, now) => {
        const characters = rules.modes[state.mode].keys[key];
        if (!characters) return;
        const isAgain = state.key === key && characters.length > 1 && !hasSettled(now);
        state.at = isAgain ? (state.at + 1) % characters.length : 0;
        state.text = (isAgain ? state.text.slice(0, -1) : state.text) + characters[state.at];
        state.key = key;
    };

    const press = (key, now) => {
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
    };

    return { text: () => state.text, mode: () => rules.modes[state.mode].id, presses: () => state.presses, press };
};
