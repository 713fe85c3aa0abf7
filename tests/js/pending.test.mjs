import assert from 'node:assert/strict';
import test from 'node:test';
import { pendingEdits } from '../../assets/js/pending.js';
import { store } from '../../assets/js/store.js';

const memory = () => {
    const kept = new Map();
    return store(() => ({ getItem: (key) => kept.get(key) ?? null, setItem: (key, value) => kept.set(key, value) }));
};
const entry = (save, field, value) => ({ save, body: new URLSearchParams({ field, value }).toString() });

test('the last value of a field counts, and other fields stay', () => {
    const pending = pendingEdits(memory());
    pending.keep(entry('/a', 'name', 'one'));
    pending.keep(entry('/a', 'address', '10.47.1.2'));
    pending.keep(entry('/b', 'name', 'other'));
    pending.keep(entry('/a', 'name', 'two'));
    assert.deepEqual(pending.all(), [entry('/a', 'address', '10.47.1.2'), entry('/b', 'name', 'other'), entry('/a', 'name', 'two')]);
});

test('what was sent is forgotten alone', () => {
    const pending = pendingEdits(memory());
    pending.keep(entry('/a', 'name', 'one'));
    pending.keep(entry('/b', 'name', 'two'));
    pending.forget('/a', 'name');
    pending.forget('/b', 'address');
    assert.deepEqual(pending.all(), [entry('/b', 'name', 'two')]);
});

test('a browser that keeps nothing breaks nothing', () => {
    const refusing = store(() => {
        throw new Error('refused');
    });
    const pending = pendingEdits(refusing);
    pending.keep(entry('/a', 'name', 'one'));
    assert.deepEqual(pending.all(), []);
});
