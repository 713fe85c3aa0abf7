<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver;

use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;
use Vorhut\App\HandOver\Document\BookDocument;
use Vorhut\App\HandOver\Document\CardsDocument;
use Vorhut\App\HandOver\Document\DatesDocument;
use Vorhut\App\HandOver\Document\Document;
use Vorhut\App\HandOver\Document\DrawingsDocument;
use Vorhut\App\HandOver\Document\FirewallDocument;
use Vorhut\App\HandOver\Document\LabelsDocument;
use Vorhut\App\HandOver\Document\LeasesDocument;
use Vorhut\App\HandOver\Document\ListsDocument;
use Vorhut\App\HandOver\Document\PlanDocument;
use Vorhut\App\HandOver\Document\WorkbookDocument;
use Vorhut\App\Plan\JobContext;

/** What a client keeps, made of the plan as it stands. */
final readonly class Documents
{
    /** In which they are offered. */
    private const ORDER = [
        BookDocument::class,
        WorkbookDocument::class,
        ListsDocument::class,
        DrawingsDocument::class,
        CardsDocument::class,
        LeasesDocument::class,
        FirewallDocument::class,
        LabelsDocument::class,
        DatesDocument::class,
        PlanDocument::class,
    ];

    /** @var array<string, Document> by name, in order */
    private array $documents;

    /** @param iterable<Document> $documents */
    public function __construct(#[AutowireIterator(Document::class)] iterable $documents)
    {
        $all = [];
        foreach ($documents as $document) {
            $all[$document::class] = $document;
        }
        $byName = [];
        foreach (self::ORDER as $class) {
            $byName[$all[$class]->name()] = $all[$class];
        }
        $this->documents = $byName;
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
