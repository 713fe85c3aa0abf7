import assert from 'node:assert/strict';
import test from 'node:test';
import { shortcuts } from '../../assets/js/shortcuts.js';

test('a letter is itself, after g it is another', () => {
    const meant = shortcuts();
    assert.equal(meant('n', 10), 'n');
    assert.equal(meant('g', 20), null);
    assert.equal(meant('n', 1519), 'g n');
    assert.equal(meant('n', 1520), 'n', 'g is used up');
});

test('g is forgotten after a while', () => {
    const meant = shortcuts();
    meant('g', 0);
    assert.equal(meant('n', 1500), 'n');
});

test('Shift with z is y', () => {
    assert.equal(shortcuts()('Z', 0), 'y');
    assert.equal(shortcuts()('z', 0), 'z');
});
