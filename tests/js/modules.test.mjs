import assert from 'node:assert/strict';
import { readdirSync, readFileSync } from 'node:fs';
import test from 'node:test';

const folder = new URL('../../assets/js/', import.meta.url);
const MAX_LINES = 40;

/** @returns {[string, number][]} name and lines of each function that is longer than it may be */
const longOnes = (code) => {
    const lines = code.split('\n');
    const open = [];
    const long = [];
    lines.forEach((line, at) => {
        const indent = line.search(/\S/);
        if (/(=>|^\s+(async )?#?\w+\(.*\)) \{$/.test(line)) open.push([indent, at, line.trim()]);
        const last = open.at(-1);
        if (last && indent === last[0] && /^\s*\}/.test(line) && at > last[1]) {
            open.pop();
            if (at - last[1] + 1 > MAX_LINES) long.push([last[2], at - last[1] + 1]);
        }
    });
    return long;
};

test('no function is longer than a screen', () => {
    for (const file of readdirSync(folder).filter((name) => name.endsWith('.js'))) {
        const found = longOnes(readFileSync(new URL(file, folder), 'utf8'));
        assert.deepEqual(found, [], file);
    }
});
