<?php

declare(strict_types=1);

namespace Vorhut\App\Kit;

use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\App\Vault\SealedFile;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\Job;

/** One archive with the command line, what it needs and a job, for any machine with PHP: nothing is installed there. */
final readonly class Kit
{
    /** What of the product the command line needs. */
    private const OWN = ['bin/vorhut', 'core', 'field', 'profiles', 'schema', 'src/Cli', 'src/Kit', 'src/Provision/Template', 'LICENSE'];
    private const SINGLE = [ShippedProfiles::class, UnitFiles::class, SealedFile::class];
    private const PREFIXES = ['Vorhut\\Core\\' => ['core'], 'Vorhut\\Field\\' => ['field'], 'Vorhut\\App\\' => ['src']];
    private const PACKAGES = [
        'symfony/console',
        'symfony/cache',
        'amphp/socket',
        'revolt/event-loop',
        'daverandom/libdns',
        'symfony/polyfill-php84',
        'twig/twig',
    ];

    /** @param string $root folder of the product */
    public function __construct(private string $root) {}

    /**
     * Writes it as a ZIP archive: the same bytes for the same job and product.
     *
     * @return int how many files are in it
     *
     * @throws \RuntimeException when it cannot be written
     */
    public function write(Job $job, string $to): int
    {
        $files = $this->files();
        $texts = [
            'plan.json' => JobFile::write($job),
            'READ-ME.txt' => self::readMe($job),
            'vendor/autoload.php' => $this->loader(),
        ];
        $zip = new \ZipArchive();
        if (true !== $zip->open($to, \ZipArchive::CREATE | \ZipArchive::OVERWRITE)) {
            throw new \RuntimeException(\sprintf('%s cannot be written. Give a path in a folder that exists and may be written.', $to));
        }
        foreach ($files as $file) {
            $texts[$file] = (string) file_get_contents($this->root.'/'.$file);
        }
        ksort($texts);
        foreach ($texts as $name => $text) {
            $zip->addFromString($name, $text);
            $zip->setMtimeName($name, 0);
            $mode = 'bin/vorhut' === $name ? 0o755 : 0o644;
            $zip->setExternalAttributesName($name, \ZipArchive::OPSYS_UNIX, (0o100000 | $mode) << 16);
        }
        if (!$zip->close()) {
            throw new \RuntimeException(\sprintf('%s cannot be written. Give a path in a folder that exists and may be written.', $to));
        }

        return \count($texts);
    }

    /** @return list<string> from the folder of the product on */
    private function files(): array
    {
        $files = array_map(
            static fn (string $class): string => 'src/'.strtr(substr($class, \strlen('Vorhut\App\\')), '\\', '/').'.php',
            self::SINGLE,
        );
        foreach (self::OWN as $path) {
            array_push($files, ...$this->below($path));
        }
        $packages = new Packages($this->root.'/vendor');
        foreach ($packages->with(self::PACKAGES) as $name) {
            array_push($files, ...array_map(static fn (string $f): string => 'vendor/'.$f, $packages->files($name)));
        }

        return $files;
    }

    /** @return list<string> */
    private function below(string $path): array
    {
        if (is_file($this->root.'/'.$path)) {
            return [$path];
        }
        $files = [];
        $all = new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($this->root.'/'.$path, \FilesystemIterator::SKIP_DOTS));
        foreach ($all as $file) {
            \assert($file instanceof \SplFileInfo);
            $files[] = substr($file->getPathname(), \strlen($this->root) + 1);
        }

        return $files;
    }

    /** Finds classes without Composer, which a laptop has no need of. */
    private function loader(): string
    {
        $prefixes = self::PREFIXES;
        $files = $classes = [];
        $packages = new Packages($this->root.'/vendor');
        foreach ($packages->with(self::PACKAGES) as $name) {
            $loading = $packages->loading($name);
            foreach ($loading['prefixes'] as $prefix => $folders) {
                $prefixes[$prefix] = [...$prefixes[$prefix] ?? [], ...array_map(static fn (string $f): string => 'vendor/'.$f, $folders)];
            }
            $files = [...$files, ...array_map(static fn (string $f): string => 'vendor/'.$f, $loading['files'])];
            $classes += array_map(static fn (string $f): string => 'vendor/'.$f, $loading['classes']);
        }
        // The longer prefix is the nearer one.
        uksort($prefixes, static fn (string $a, string $b): int => [\strlen($b), $a] <=> [\strlen($a), $b]);
        $data = var_export(['prefixes' => $prefixes, 'classes' => $classes, 'files' => $files], true);

        return <<<PHP
            <?php

            declare(strict_types=1);

            \$data = {$data};
            \$root = dirname(__DIR__);
            spl_autoload_register(static function (string \$class) use (\$data, \$root): void {
                if (isset(\$data['classes'][\$class])) {
                    require \$root.'/'.\$data['classes'][\$class];

                    return;
                }
                foreach (\$data['prefixes'] as \$prefix => \$folders) {
                    if (!str_starts_with(\$class, \$prefix)) {
                        continue;
                    }
                    foreach (\$folders as \$folder) {
                        \$file = \$root.'/'.\$folder.'/'.strtr(substr(\$class, strlen(\$prefix)), ['\\\\' => '/']).'.php';
                        if (is_file(\$file)) {
                            require \$file;

                            return;
                        }
                    }
                }
            });
            foreach (\$data['files'] as \$file) {
                require \$root.'/'.\$file;
            }

            PHP;
    }

    private static function readMe(Job $job): string
    {
        return <<<TEXT
            {$job->info->name}: the plan, and what proves it, for a machine with PHP 8.2 (with iconv) and nothing else.

              php bin/vorhut prove plan.json                predicts every intent
              php bin/vorhut runbook plan.json DEVICE         the runbook of a device
              php bin/vorhut probe plan.json --from DEVICE --on-site 10.0.0.0/24 --confirmed \
                  --vantage "laptop in the hut" --out results.ndjson
                                                            tests real devices in that range, from where you are

            Import results.ndjson in Proof: it holds the vantage point, the times, and the offset of the clock there.
            Test only networks whose owner has given permission.

            TEXT;
    }
}
