<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Jobs\JobReading;
use Vorhut\App\Jobs\Rights;
use Vorhut\App\Web\Sentence;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\View\Post;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Repair\Candidate;
use Vorhut\Core\Repair\Hands;
use Vorhut\Core\Repair\Repair;
use Vorhut\Core\Repair\RepairSearch;
use Vorhut\Core\Repair\WhatIf;

/** Tries a change on a copy and shows which intents turn, before anything is kept. */
final readonly class WhatIfPage
{
    private const MOST_DEVICES = 300;

    public function __construct(private JobReading $reading, private Rights $rights, private UrlGeneratorInterface $urls)
    {
    }

    /** @param string $on such as device:receiver-3; '' where nothing is tried yet */
    public function show(JobInHand $hand, string $on, string $field, string $value): WhatIfView
    {
        $tried = null;
        $error = '';
        try {
            $tried = '' === $on ? null : $this->tried($hand, $on, $field, $value);
        } catch (InvalidValue $e) {
            $error = $e->getMessage();
        } catch (InvalidFile $e) {
            $error = implode(' ', array_map(Sentence::of(...), $e->errors));
        }
        $slug = $hand->stored->getSlug();

        return new WhatIfView(
            new Link('Drop it', $this->urls->generate('proof', ['slug' => $slug]), 'd'),
            $error,
            $this->urls->generate('what_if', ['slug' => $slug]),
            $on,
            $field,
            $value,
            WhatIf::FIELDS,
            self::things($hand->job),
            null === $tried ? null : $this->next($hand, $tried, $on, $field, $value),
            null !== $tried,
            null === $tried ? [] : $this->turned($hand, $tried),
        );
    }

    private function tried(JobInHand $hand, string $on, string $field, string $value): Repair
    {
        $change = (new WhatIf($hand->job))->change($on, $field, $value);
        $search = new RepairSearch($hand->job, $this->reading->proof($hand->stored));

        return $search->tried(new Candidate($change, $change->title, Hands::Us));
    }

    private function next(JobInHand $hand, Repair $tried, string $on, string $field, string $value): Next
    {
        $failing = $this->reading->proof($hand->stored)->failingCount();
        $after = $failing - $tried->mends + $tried->breaks;
        $leaks = $tried->leaks > 0 ? ', and opens what must stay apart' : '';
        $effect = '%d pairs fail now, %d would: mends %d, breaks %d%s.';
        $values = ['on' => $on, 'field' => $field, 'value' => $value, 'version' => $hand->revision];
        $url = $this->urls->generate('what_if_keep', ['slug' => $hand->stored->getSlug()]);
        $keep = new Post('Keep it', $url, $values, 'k', main: $tried->isWorthwhile());

        return new Next(
            $tried->sentence,
            \sprintf($effect, $failing, $after, $tried->mends, $tried->breaks, $leaks),
            $this->rights->allow($hand->stored, $tried->change) ? $keep : null,
        );
    }

    /** @return list<array{name: string, url: string, expect: string, mends: int, breaks: int}> */
    private function turned(JobInHand $hand, Repair $tried): array
    {
        $turned = [];
        foreach ($tried->intents as $id => $counts) {
            $intent = $hand->job->intents[$id];
            $url = $this->urls->generate('proof', ['slug' => $hand->stored->getSlug(), 'intent' => $intent->id]).'#intent';
            $turned[] = ['name' => $intent->name, 'url' => $url, 'expect' => str_replace('-', ' ', $intent->expect->value)] + $counts;
        }

        return $turned;
    }

    /** @return array<string, string> */
    private static function things(Job $job): array
    {
        $things = [];
        $devices = \array_slice($job->devices, 0, self::MOST_DEVICES, true);
        foreach (['router' => $job->routers, 'segment' => $job->segments, 'device' => $devices] as $kind => $records) {
            foreach ($records as $record) {
                $things[$kind.':'.$record->id] = $record->name;
            }
        }

        return $things;
    }
}
