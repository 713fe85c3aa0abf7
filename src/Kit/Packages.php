<?php

declare(strict_types=1);

namespace Vorhut\App\Kit;

use Vorhut\Core\Record\Json;

/** The packages that some need, with all that those need in turn, as they are installed here. */
final class Packages
{
    /** What of a package is for those who work on it. */
    private const IDLE = ['md', 'dist', 'neon', 'xml', 'yml', 'yaml', 'lock'];
    private const LEFT_OUT = '~/(?:tests?|docs?|examples?|\.github|benchmarks?)/~i';

    /** @var array<string, array<array-key, mixed>> by name */
    private readonly array $installed;

    /** @param string $vendor folder with the installed packages */
    public function __construct(private readonly string $vendor)
    {
        $told = Json::object((string) file_get_contents($vendor.'/composer/installed.json'));
        $installed = [];
        foreach (\is_array($told['packages'] ?? null) ? $told['packages'] : [] as $package) {
            if (\is_array($package) && \is_string($package['name'] ?? null)) {
                $installed[$package['name']] = $package;
            }
        }
        $this->installed = $installed;
    }

    /**
     * @param list<string> $roots
     *
     * @return list<string> names, sorted
     */
    public function with(array $roots): array
    {
        $found = [];
        while ([] !== $roots) {
            $name = array_shift($roots);
            if (isset($found[$name]) || !isset($this->installed[$name])) {
                continue;
            }
            $found[$name] = true;
            array_push($roots, ...array_keys(self::map($this->installed[$name]['require'] ?? [])));
        }
        ksort($found);

        return array_map(strval(...), array_keys($found));
    }

    /** @return list<string> what it needs to run, and its licence, from the vendor folder on */
    public function files(string $name): array
    {
        $folder = $this->vendor.'/'.$name;
        $files = [];
        $all = new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($folder, \FilesystemIterator::SKIP_DOTS));
        foreach ($all as $file) {
            \assert($file instanceof \SplFileInfo);
            $path = substr($file->getPathname(), \strlen($this->vendor) + 1);
            if (!\in_array($file->getExtension(), self::IDLE, true) && 1 !== preg_match(self::LEFT_OUT, substr($path, \strlen($name)))) {
                $files[] = $path;
            }
        }
        sort($files);

        return $files;
    }

    /**
     * How its classes are found.
     * Paths are those from the vendor folder on.
     *
     * @return array{prefixes: array<string, list<string>>, files: list<string>, classes: array<string, string>}
     */
    public function loading(string $name): array
    {
        $says = self::map($this->installed[$name]['autoload'] ?? []);
        $prefixes = [];
        foreach (self::map($says['psr-4'] ?? []) as $prefix => $folders) {
            foreach ((array) $folders as $folder) {
                $prefixes[(string) $prefix][] = rtrim($name.'/'.(\is_string($folder) ? $folder : ''), '/');
            }
        }
        $file = static fn (mixed $f): string => $name.'/'.(\is_string($f) ? $f : '');
        $files = array_map($file, array_values(self::map($says['files'] ?? [])));
        $classes = [];
        foreach (self::map($says['classmap'] ?? []) as $folder) {
            $prefix = $name.'/'.(\is_string($folder) ? $folder : '');
            foreach (array_filter($this->files($name), static fn (string $f): bool => str_starts_with($f, $prefix)) as $file) {
                $classes += $this->classesIn($file);
            }
        }

        return ['prefixes' => $prefixes, 'files' => $files, 'classes' => $classes];
    }

    /** @return array<string, string> the file by each class in it */
    private function classesIn(string $file): array
    {
        $text = (string) file_get_contents($this->vendor.'/'.$file);
        $space = 1 === preg_match('/^namespace ([\w\\\\]+);/m', $text, $m) ? $m[1].'\\' : '';
        preg_match_all('/^(?:final |abstract |readonly )*(?:class|interface|trait|enum) (\w+)/m', $text, $found);

        return array_fill_keys(array_map(static fn (string $class): string => $space.$class, $found[1]), $file);
    }

    /** @return array<array-key, mixed> */
    private static function map(mixed $value): array
    {
        return \is_array($value) ? $value : [];
    }
}
