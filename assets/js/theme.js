// Light or dark, as the machine has it until somebody chooses.
import { lasting } from './store.js';

const KEY = 'theme';
const root = document.documentElement;

const flip = () => {
    const isDark = root.dataset.theme ? root.dataset.theme === 'dark' : matchMedia('(prefers-color-scheme: dark)').matches;
    root.dataset.theme = isDark ? 'light' : 'dark';
    lasting.set(KEY, root.dataset.theme);
};

const chosen = lasting.get(KEY);
if (chosen) root.dataset.theme = chosen;
document.addEventListener('click', (event) => {
    if (event.target.closest('[data-theme-switch]')) flip();
});
