import { readdirSync, readFileSync } from 'node:fs';

const read = (file) => JSON.parse(readFileSync(file, 'utf8'));
const plan = read('demo/kestrel-sound.json');
const kinds = readdirSync('profiles')
    .filter((file) => file.endsWith('.json'))
    .map((file) => read(`profiles/${file}`));

// Words of the trade that are ids as well.
const WORDS = ['frame-rate', 'sample-rate', 'round-trip', 'time-out', 'pass-through'];

const lists = Object.values({ ...plan, ...plan.voice }).filter((list) => Array.isArray(list));
const hosts = plan.devices.map((device) => device.hostname);
const ids = [
    ...lists.flatMap((list) => list.map((record) => record.id)),
    ...kinds.flatMap((kind) => [kind.id, ...(kind.settings ?? []).map((setting) => setting.id)]),
]
    .filter((id) => typeof id === 'string' && id.includes('-'))
    .filter((id) => !hosts.includes(id) && !WORDS.includes(id));

/** What no reader should see: marks of templates, empty values of the machine, ids where a name should stand. */
export const unspoken = (page) =>
    page.evaluate(
        ({ known, machine }) => {
            const found = [];
            const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
            while (walker.nextNode()) {
                const text = walker.currentNode.data.trim();
                const element = walker.currentNode.parentElement;
                // What is typed letter by letter, and files, are shown as they are.
                if (text === '' || element.closest('.v, pre, code, script, style, textarea, template')) continue;
                if (new RegExp(machine).test(text)) found.push(`no words: ${text.slice(0, 60)}`);
                for (const word of text.match(/[\w.-]+/g) ?? []) {
                    if (known.includes(word)) found.push(`an id: ${word} in ${text.slice(0, 60)}`);
                }
            }
            return [...new Set(found)];
        },
        { known: ids, machine: '[{}]|\\[object|\\bundefined\\b|\\bnull\\b|\\bNaN\\b|\\bArray\\b|\\(\\)' },
    );
