<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\NewRecord;

/** Addresses of what the plan says of calls. */
final readonly class VoiceLinks
{
    public function __construct(private UrlGeneratorInterface $urls) {}

    /** @param array<string, string> $more */
    public function to(JobContext $context, string $route, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }

    public function record(JobContext $context, string $list, string $id): string
    {
        return $this->to($context, 'record', ['list' => $list, 'id' => $id]);
    }

    /** @param array<string, string> $begun what the new record already has */
    public function new(JobContext $context, string $list, array $begun = []): string
    {
        return $this->to($context, 'record', ['list' => $list, 'id' => NewRecord::ID, ...$begun]);
    }
}
