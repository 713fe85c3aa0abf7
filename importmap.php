<?php

declare(strict_types=1);

// What pages load of assets/js, each with what it imports.
return [
    'app' => ['path' => './assets/js/app.js', 'entrypoint' => true],
    'devices' => ['path' => './assets/js/devices.js', 'entrypoint' => true],
    'practice' => ['path' => './assets/js/practice.js', 'entrypoint' => true],
    'scan' => ['path' => './assets/js/scan.js', 'entrypoint' => true],
];
