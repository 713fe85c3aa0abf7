<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\User;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Search\JobSearch;

/** Shows what the jump field finds. */
final readonly class FindPage
{
    public function __construct(private JobReading $reading, private CrossJobSearch $elsewhere, private UrlGeneratorInterface $urls) {}

    public function show(JobContext $context, string $query, User $for): FindView
    {
        $slug = $context->stored->getSlug();
        $hits = [];
        foreach (JobSearch::find($context->job, $this->reading->digest($context->stored)->findings, $query) as $hit) {
            $hits[] = new Hit($hit->title, $hit->detail, $this->url($slug, $hit->kind, $hit->id));
        }
        $elsewhere = [];
        foreach ($this->elsewhere->find($context->stored, $query, $for) as $row) {
            $list = ucfirst(Lists::named($row['list'])->one);
            $parts = [$list, $row['job'], $row['client'], $row['value'] === $row['name'] ? '' : $row['value']];
            $detail = implode(' · ', array_filter($parts, static fn (string $part): bool => '' !== $part));
            $elsewhere[] = new Hit($row['name'], $detail, $this->url($row['slug'], $row['list'], $row['id']));
        }

        return new FindView($query, $hits, $elsewhere);
    }

    private function url(string $slug, string $kind, string $id): string
    {
        return match ($kind) {
            'segments' => $this->urls->generate('networks', ['slug' => $slug]).'#'.$id,
            'findings' => $this->urls->generate('networks', ['slug' => $slug, 'finding' => $id]),
            'devices' => $this->urls->generate('devices', ['slug' => $slug, 'sel' => $id]),
            default => $this->urls->generate('record', ['slug' => $slug, 'list' => $kind, 'id' => $id]),
        };
    }
}
