<?php

declare(strict_types=1);

namespace Vorhut\App\Frame;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\Rights;
use Vorhut\App\Web\View\FindingLine;
use Vorhut\App\Web\View\Post;
use Vorhut\Core\Findings\Alike;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Severity;

/** Makes findings ready to be shown, with the button that takes the change they suggest. */
final readonly class FindingLines
{
    private const MAX_NAMED = 12;

    public function __construct(private UrlGeneratorInterface $urls, private Rights $rights) {}

    /** @param string $back the page to come back to after the change */
    public function line(JobContext $context, Finding $finding, string $back, string $key = ''): FindingLine
    {
        $slug = $context->stored->getSlug();
        $who = [];
        foreach (\array_slice($finding->devices, 0, self::MAX_NAMED) as $id) {
            $device = $context->job->devices[$id] ?? null;
            $who[] = [
                'name' => $context->job->nameOf($id),
                'url' => null === $device ? null : $this->urls->generate('devices', ['slug' => $slug, 'sel' => $id]),
                'mac' => (string) ($device?->interfaces[0] ?? null)?->mac,
            ];
        }

        foreach ($finding->records as [$list, $id]) {
            $name = $context->job->records[$list][$id]['name'] ?? $id;
            $who[] = [
                'name' => \is_string($name) ? $name : $id,
                'url' => $this->urls->generate('record', ['slug' => $slug, 'list' => $list, 'id' => $id]),
                'mac' => '',
            ];
        }

        return new FindingLine(
            title: $finding->title,
            why: $finding->why,
            advice: $finding->advice,
            rule: ucfirst($finding->label),
            wrong: Severity::Error === $finding->severity,
            who: $who,
            take: $this->take($context, $finding, $back, $key),
        );
    }

    /**
     * Those that say the same of others, with the same advice, stand once.
     *
     * @param list<Finding> $findings
     *
     * @return list<FindingLine>
     */
    public function all(JobContext $context, array $findings, string $back): array
    {
        $alike = [];
        foreach ($findings as $finding) {
            $alike[Alike::key($context->job, $finding)][] = $finding;
        }

        return array_map(
            fn (array $group): FindingLine => $this->line($context, $group[0], $back)->withAlike(
                \array_slice(array_map(static fn (Finding $f): string => $context->job->nameOf($f->devices[0] ?? ''), $group), 1),
                $this->takeAll($context, $group, $back),
            ),
            array_values($alike),
        );
    }

    /** @param non-empty-list<Finding> $group that are alike */
    private function takeAll(JobContext $context, array $group, string $back): ?Post
    {
        $change = \count($group) > 1 ? Alike::change($group) : null;
        if (null === $change || !$this->rights->allow($context->stored, $change)) {
            return null;
        }
        $url = $this->urls->generate('finding_apply', ['slug' => $context->stored->getSlug(), 'finding' => $group[0]->id()]);
        $values = ['back' => $back, 'version' => $context->revision, 'alike' => \count($group), 'offer' => $change->fingerprint()];

        return new Post(\sprintf('Apply to all %d', \count($change->edits)), $url, $values, small: true);
    }

    private function take(JobContext $context, Finding $finding, string $back, string $key): ?Post
    {
        if (null === $finding->change || !$this->rights->allow($context->stored, $finding->change)) {
            return null;
        }
        $url = $this->urls->generate('finding_apply', ['slug' => $context->stored->getSlug(), 'finding' => $finding->id()]);
        $values = ['back' => $back, 'version' => $context->revision, 'offer' => $finding->change->fingerprint()];

        return new Post('Apply change', $url, $values, $key);
    }
}
