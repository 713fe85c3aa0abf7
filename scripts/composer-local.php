<?php

declare(strict_types=1);

/*
 * Fetches the framework's monorepo once into .symfony/ and writes composer.local.json: composer.json with path
 * repositories for its components. Only for registries that do not hold every component.
 */
$root = dirname(__DIR__);
$source = $root.'/.symfony';
if (!is_file($source.'/composer.json')) {
    passthru('composer create-project --no-install --no-scripts --no-plugins --no-interaction --no-progress --prefer-dist symfony/symfony '.escapeshellarg($source).' "^7.4"', $code);
    if (0 !== $code) {
        exit($code);
    }
}
if (1 !== preg_match("/const VERSION = '([0-9.]+)'/", (string) file_get_contents($source.'/src/Symfony/Component/HttpKernel/Kernel.php'), $match)) {
    fwrite(\STDERR, "The framework's version could not be read.\n");
    exit(1);
}
$flags = \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES | \JSON_THROW_ON_ERROR;
$patterns = ['Bridge/*', 'Bundle/*', 'Component/*', 'Component/Security/*'];
foreach ($patterns as $pattern) {
    foreach (glob($source.'/src/Symfony/'.$pattern.'/composer.json') ?: [] as $file) {
        $component = json_decode((string) file_get_contents($file), true, flags: \JSON_THROW_ON_ERROR);
        $component['version'] = $match[1];
        file_put_contents($file, json_encode($component, $flags)."\n");
    }
}
$composer = json_decode((string) file_get_contents($root.'/composer.json'), true, flags: \JSON_THROW_ON_ERROR);
$composer['repositories'] = array_map(
    static fn (string $pattern): array => ['type' => 'path', 'url' => '.symfony/src/Symfony/'.$pattern, 'options' => ['symlink' => false]],
    $patterns,
);
$composer['replace'] = ['symfony/polyfill-php85' => '*'];
$composer['autoload']['files'] = ['scripts/compat/php85.php'];
file_put_contents($root.'/composer.local.json', json_encode($composer, $flags)."\n");
