<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver;

use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;
use Vorhut\App\HandOver\Document\Document;
use Vorhut\App\Jobs\JobContext;

/** What a client keeps, made of the plan as it stands. */
final readonly class Documents
{
    /** @var array<string, Document> by name, in order */
    private array $documents;

    /** @param iterable<Document> $documents */
    public function __construct(#[AutowireIterator(Document::class)] iterable $documents)
    {
        $all = [...$documents];
        usort($all, static fn (Document $a, Document $b): int => $a->place() <=> $b->place());
        $this->documents = array_combine(array_map(static fn (Document $d): string => $d->name(), $all), $all);
    }

    /** @return array<string, string> what can be chosen, by name */
    public function titles(): array
    {
        return array_map(static fn (Document $d): string => $d->title(), $this->documents);
    }

    /**
     * @param list<string> $names
     *
     * @return list<string> those that exist, in order
     */
    public function known(array $names): array
    {
        return array_values(array_intersect(array_keys($this->documents), $names));
    }

    /** @return iterable<string, string> bytes by file name, one after the other as they are made */
    public function files(JobContext $context, string $name): iterable
    {
        return $this->documents[$name]->files($context);
    }
}
