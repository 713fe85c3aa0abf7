// What a browser keeps for us. A private window keeps nothing: then it lasts for the page.
const attempt = (task, otherwise) => {
    try {
        return task();
    } catch {
        return otherwise;
    }
};

/** @param {() => Storage} storage asked for anew each time, since even that may be refused */
export const store = (storage) => ({
    get: (key) => attempt(() => storage().getItem(key), null),
    set: (key, value) => attempt(() => storage().setItem(key, value), undefined),
});

export const lasting = store(() => window.localStorage);
export const ofThisTab = store(() => window.sessionStorage);
