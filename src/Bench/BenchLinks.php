<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\View\Link;

/** The pages of the bench, from each other. */
final class BenchLinks
{
    private const PAGES = [
        'bench' => ['Devices', 'u'],
        'batch' => ['Batch', 'm'],
        'schedule' => ['Schedule', 'c'],
        'vault' => ['Vault', 'v'],
        'scan' => ['Scan', 's'],
    ];

    /** @return list<Link> to all but the one that is open */
    public static function links(UrlGeneratorInterface $urls, JobContext $context, string $here): array
    {
        $links = [];
        foreach (array_diff_key(self::PAGES, [$here => 1]) as $route => [$text, $key]) {
            $links[] = new Link($text, $urls->generate($route, ['slug' => $context->stored->getSlug()]), $key);
        }

        return $links;
    }
}
