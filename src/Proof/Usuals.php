<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Web\View\Post;
use Vorhut\Core\Intent\Suggestions;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\Json;

/** Intents that are usual for a job like this and not in it yet, offered with one key each. */
final readonly class Usuals
{
    private const MAX = 6;

    public function __construct(private JobReading $reading, private UrlGeneratorInterface $urls) {}

    /** @return list<Post> */
    public function suggestions(JobContext $context): array
    {
        $url = $this->urls->generate('intent_usual', ['slug' => $context->stored->getSlug()]);
        $posts = [];
        foreach ($this->records($context) as $index => $record) {
            $name = \is_string($record['name'] ?? null) ? $record['name'] : '';
            $posts[] = new Post($name, $url, ['version' => $context->revision, 'pick' => self::mark($record)], (string) ($index + 1));
        }

        return $posts;
    }

    /** @return array<string, mixed>|null the record that was offered, if it still is */
    public function picked(JobContext $context, string $mark): ?array
    {
        return array_find($this->records($context), static fn ($record): bool => self::mark($record) === $mark);
    }

    /** @return list<array<string, mixed>> */
    private function records(JobContext $context): array
    {
        $find = fn (Job $job): array => Suggestions::open($job, $this->reading->prover($context->stored)->network, self::MAX);

        return $this->reading->once('usual-intents', $context->stored, $find);
    }

    /** @param array<string, mixed> $record */
    private static function mark(array $record): string
    {
        return hash('xxh128', Json::line($record));
    }
}
