<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Psr\Cache\CacheItemInterface;
use Psr\Cache\CacheItemPoolInterface;
use Psr\Log\LoggerInterface;
use Symfony\Component\Cache\Adapter\PhpFilesAdapter;
use Vorhut\App\Entity\StoredJob;

/**
 * Plans as they were read, in parts, written as code that the opcode cache shares between all processes: whoever asks next decodes
 * and checks nothing. A part is called by a hash of what it was read from, so it is never out of date; an edit makes one part anew.
 */
final readonly class PlanShelf
{
    private const KEPT_FOR = 'P7D';
    /** Of the opcode cache; with less nothing more is put in. */
    private const MIN_FREE = 0.1;
    /** Seconds until it may be begun anew once more. */
    private const PATIENCE = 600;

    /** @param bool $always also where code is not shared between processes, and nothing is won */
    public function __construct(
        private CacheItemPoolInterface $parts,
        private CacheItemPoolInterface $cache,
        private LoggerInterface $logger,
        private bool $always = false,
    ) {}

    /** Whether it pays to read from it here. */
    public function isOpen(): bool
    {
        return $this->always || PhpFilesAdapter::isSupported();
    }

    /** @return array<string, PlanPart>|null by name, the plan at this revision, null unless all of it is there */
    public function take(StoredJob $stored, int $revision): ?array
    {
        [$kept, $names] = $this->index($stored);
        if ($kept !== $revision || !$this->isOpen()) {
            return null;
        }
        $parts = $this->some($names);

        return \count($parts) === \count($names) ? $parts : null;
    }

    /**
     * @param list<string> $names
     *
     * @return array<string, PlanPart> those that are there, by name, in this order
     */
    public function some(array $names): array
    {
        $parts = [];
        try {
            /** @var CacheItemInterface $item */
            foreach ($this->isOpen() ? $this->parts->getItems($names) : [] as $item) {
                $part = $item->get();
                if ($part instanceof PlanPart) {
                    $parts[$item->getKey()] = $part;
                }
            }
        } catch (\ParseError $e) {
            $this->logger->warning('A part of a plan was not written completely; all are made again.', ['exception' => $e]);
            $this->parts->deleteItems($names);

            return [];
        }

        return $parts;
    }

    /**
     * Keeps a plan in place of the one that was kept of this job.
     *
     * @param array<string, PlanPart> $parts by name, in order
     * @param array<string, PlanPart> $fresh those that were not there
     */
    public function put(StoredJob $stored, int $revision, array $parts, array $fresh): void
    {
        [$kept, $names] = $this->index($stored);
        if ($kept > $revision || !$this->hasRoom()) {
            return;
        }
        foreach ($fresh as $name => $part) {
            $this->parts->saveDeferred($this->parts->getItem($name)->set($part));
        }
        $this->parts->commit();
        $this->parts->deleteItems(array_values(array_diff($names, array_keys($parts))));
        $item = $this->cache->getItem($this->key($stored));
        $this->cache->save($item->set([$revision, array_keys($parts)])->expiresAfter(new \DateInterval(self::KEPT_FOR)));
    }

    /** Puts away what is kept of a job. */
    public function forget(StoredJob $stored): void
    {
        $this->parts->deleteItems($this->index($stored)[1]);
        $this->cache->deleteItem($this->key($stored));
    }

    /** @return array{int, list<string>} revision and names of the parts */
    private function index(StoredJob $stored): array
    {
        /** @var array{int, list<string>}|null $index */
        $index = $this->cache->getItem($this->key($stored))->get();

        return $index ?? [0, []];
    }

    private function key(StoredJob $stored): string
    {
        return 'plan-'.JobContext::keyOf($stored, 0);
    }

    /** The opcode cache frees nothing in place: when little is left it is begun anew, but not again and again where all do not fit. */
    private function hasRoom(): bool
    {
        /** @var array{memory_usage: array{used_memory: int, free_memory: int}}|false $status */
        $status = \function_exists('opcache_get_status') ? opcache_get_status(false) : false;
        ['used_memory' => $used, 'free_memory' => $free] = $status['memory_usage'] ?? ['used_memory' => 0, 'free_memory' => 1];
        if ($free >= self::MIN_FREE * ($used + $free)) {
            return true;
        }
        $begun = $this->cache->getItem('plans-begun');
        if (!$begun->isHit()) {
            $this->cache->save($begun->set(true)->expiresAfter(self::PATIENCE));
            $this->parts->clear();
            opcache_reset();
        }

        return false;
    }
}
