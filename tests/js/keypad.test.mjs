import assert from 'node:assert/strict';
import test from 'node:test';
import { keypad } from '../../assets/js/keypad.js';

const small = { id: 'abc', keys: { 2: 'abc', 3: 'def', 0: ' 0' } };
const digits = { id: '123', keys: { 2: '2', 3: '3' } };
const rules = { start: 0, modes: [small, digits], modeKey: '#', nextKey: null, backKey: '*', pause: 1 };

const typed = (given, presses) => {
    const pad = keypad(given);
    presses.forEach(([key, at]) => pad.press(key, at));
    return pad;
};

test('one key turns through its letters while one does not wait', () => {
    assert.equal(
        typed(rules, [
            ['2', 0],
            ['2', 900],
            ['2', 1800],
        ]).text(),
        'c',
    );
    assert.equal(
        typed(rules, [
            ['2', 0],
            ['2', 100],
            ['2', 200],
            ['2', 300],
        ]).text(),
        'a',
        'and begins again',
    );
});

test('after the pause, or by another key, a new letter begins', () => {
    assert.equal(
        typed(rules, [
            ['2', 0],
            ['2', 1000],
        ]).text(),
        'aa',
        'the pause is over at its end',
    );
    assert.equal(
        typed(rules, [
            ['2', 0],
            ['2', 999],
        ]).text(),
        'b',
    );
    assert.equal(
        typed(rules, [
            ['2', 0],
            ['3', 1],
            ['2', 2],
        ]).text(),
        'ada',
    );
});

test('a key that moves on leaves no pause to wait for', () => {
    const withNext = { ...rules, nextKey: '>', pause: null };
    assert.equal(
        typed(withNext, [
            ['2', 0],
            ['2', 9000],
        ]).text(),
        'b',
    );
    assert.equal(
        typed(withNext, [
            ['2', 0],
            ['>', 1],
            ['2', 2],
        ]).text(),
        'aa',
    );
});

test('modes go round, and each press counts', () => {
    const pad = typed(rules, [
        ['#', 0],
        ['2', 1],
        ['2', 2],
    ]);
    assert.deepEqual([pad.text(), pad.mode(), pad.presses()], ['22', '123', 3]);
    pad.press('#', 3);
    assert.equal(pad.mode(), 'abc');
});

test('back takes the last one away, and an unknown key types nothing', () => {
    const pad = typed(rules, [
        ['2', 0],
        ['3', 1],
        ['*', 2],
        ['9', 3],
    ]);
    assert.deepEqual([pad.text(), pad.presses()], ['a', 4]);
    pad.press('3', 4);
    assert.equal(pad.text(), 'ad', 'what was taken away does not turn any more');
});
