// Edits that could not be sent wait in this tab, and are sent when the page is opened again: after a log-in, or when the server is back.
const KEY = 'vorhut-pending-edits';
const fieldOf = (entry) => new URLSearchParams(entry.body).get('field');

/** @param {{ get: (key: string) => string|null, set: (key: string, value: string) => void }} store */
export const pendingEdits = (store) => {
    const all = () => JSON.parse(store.get(KEY) ?? '[]');
    const write = (entries) => store.set(KEY, JSON.stringify(entries));
    const forget = (save, field) => write(all().filter((entry) => entry.save !== save || fieldOf(entry) !== field));
    return {
        all,
        forget,
        /** The last value of a field is the one that counts. */
        keep: (entry) => {
            forget(entry.save, fieldOf(entry));
            write([...all(), entry]);
        },
        field: fieldOf,
    };
};
