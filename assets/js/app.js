// What every page has.
import './theme.js';
import './clipboard.js';
import './keyboard.js';
import './network.js';
import './timers.js';
import './state.js';
import { begin as beginNames } from './names.js';
import { begin as beginRows } from './rows.js';

beginNames();
beginRows();

// Keys are heard from now on.
document.documentElement.dataset.ready = '1';
