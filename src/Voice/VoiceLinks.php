<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Jobs\RecordsPage;

/** Addresses of what the plan says of calls. */
final readonly class VoiceLinks
{
    public function __construct(private UrlGeneratorInterface $urls)
    {
    }

    /** @param array<string, string> $more */
    public function to(JobInHand $hand, string $route, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $hand->stored->getSlug(), ...$more]);
    }

    public function record(JobInHand $hand, string $list, string $id): string
    {
        return $this->to($hand, 'record', ['list' => $list, 'id' => $id]);
    }

    /** @param array<string, string> $begun what the new record already has */
    public function new(JobInHand $hand, string $list, array $begun = []): string
    {
        return $this->to($hand, 'record', ['list' => $list, 'id' => RecordsPage::NEW, ...$begun]);
    }
}
