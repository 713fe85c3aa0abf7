<?php

declare(strict_types=1);

namespace Vorhut\Field\Lab;

/**
 * Which labs of this user run on this machine, so that no two share an address: a file each, locked as long as its lab runs. UDP ports
 * can be bound twice without a word, so the blocks are told apart here.
 */
final readonly class LabRegistry
{
    public function __construct(private string $folder) {}

    public static function ofThisUser(): self
    {
        return new self(sys_get_temp_dir().'/vorhut-labs-'.posix_geteuid());
    }

    /** @throws LabTaken when one of that name runs */
    public function claim(string $name): LabClaim
    {
        if (!is_dir($this->folder)) {
            mkdir($this->folder, 0o700, true);
        }
        $path = $this->path($name);
        $file = fopen($path, 'c+');
        if (false === $file) {
            throw new \RuntimeException(\sprintf('%s cannot be written.', $path));
        }
        if (!flock($file, \LOCK_EX | \LOCK_NB)) {
            throw LabTaken::by($name, $this->find($name)->pid ?? 0);
        }

        return new LabClaim($this, $name, $file, $path);
    }

    /** The lab of a job by its name, if one runs. */
    public function find(string $name): ?RunningLab
    {
        foreach ($this->running() as $lab) {
            if ($lab->name === $name) {
                return $lab;
            }
        }

        return null;
    }

    /** @return list<RunningLab> */
    public function running(): array
    {
        $labs = [];
        foreach ((array) glob($this->folder.'/*.json') as $path) {
            $lab = RunningLab::read((string) $path);
            if (null !== $lab) {
                $labs[] = $lab;
            }
        }

        return $labs;
    }

    /**
     * Lets one lab at a time choose its blocks.
     *
     * @template T
     *
     * @param \Closure(array<int, true>): T $choose told the blocks of the others
     *
     * @return T
     */
    public function choose(string $name, \Closure $choose): mixed
    {
        $lock = fopen($this->folder.'/lock', 'c');
        if (false === $lock) {
            throw new \RuntimeException($this->folder.' cannot be written.');
        }
        flock($lock, \LOCK_EX);
        try {
            $taken = [];
            foreach ($this->running() as $lab) {
                $taken += $lab->name === $name ? [] : array_fill_keys($lab->blocks->given, true);
            }

            return $choose($taken);
        } finally {
            flock($lock, \LOCK_UN);
            fclose($lock);
        }
    }

    private function path(string $name): string
    {
        return $this->folder.'/'.hash('xxh128', $name).'.json';
    }
}
