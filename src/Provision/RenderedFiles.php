<?php

declare(strict_types=1);

namespace Vorhut\App\Provision;

use Symfony\Contracts\Cache\CacheInterface;
use Symfony\Contracts\Cache\ItemInterface;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Plan\JobContext;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Provision\PhoneFile;

/** Files of units without secrets, rendered once for each revision of the plan, however often they are fetched. */
final readonly class RenderedFiles
{
    private const SECONDS = 86_400;

    public function __construct(private UnitFiles $files, private CacheInterface $cache) {}

    /** The text; null where the template cannot be rendered, which is kept as well. */
    public function text(StoredJob $stored, Job $job, PhoneFile $file): ?string
    {
        $key = \sprintf('unit-file-%s-%s', JobContext::keyOf($stored, $stored->getRevision()), hash('xxh128', $file->name));

        return $this->cache->get($key, function (ItemInterface $item) use ($job, $file): ?string {
            $item->expiresAfter(self::SECONDS);
            try {
                return $this->files->render($job, $file);
            } catch (InvalidValue) {
                return null;
            }
        });
    }
}
