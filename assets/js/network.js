// A machine without network says so at once, and what was typed stays where it is.
import { say } from './page.js';

const bar = () => {
    const known = document.getElementById('offline');
    if (known) return known;
    const made = document.createElement('p');
    made.id = 'offline';
    made.className = 'said error';
    made.setAttribute('role', 'alert');
    made.textContent = 'No network. What you type stays here: save it when the network is back.';
    document.getElementById('work')?.prepend(made);
    return made;
};

const show = () => {
    bar().hidden = navigator.onLine;
};

window.addEventListener('offline', show);
window.addEventListener('online', show);
document.addEventListener('submit', (event) => {
    if (navigator.onLine) return;
    event.preventDefault();
    show();
    say('No network: nothing was sent');
});
