<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\SweepRun;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Runs\RunViews;
use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;

/** Shows the last sweep of a job. */
final readonly class SweepPage
{
    private const MOST_VANTAGES = 400;

    public function __construct(
        private EntityManagerInterface $em,
        private RunViews $runs,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {
    }

    /**
     * @param string $typed what was typed and not taken
     * @param string $error why not
     */
    public function show(JobInHand $hand, string $typed = '', string $error = ''): SweepView
    {
        $run = $this->em->getRepository(SweepRun::class)->findOneBy(['job' => $hand->stored], ['id' => 'DESC']);
        $rows = null === $run || !$run->isOver() ? [] : SweepList::rows($hand->job, $run);
        $editor = $this->security->isGranted('ROLE_TECHNICIAN');

        return new SweepView(
            new Link('Back to the networks', $this->url('networks', $hand)),
            $error,
            $this->url('sweep_start', $hand),
            $editor ? $this->fields($hand, $run, $typed) : [],
            null === $run ? null : $this->runs->of($run),
            null === $run || [] === $rows ? [] : $this->actions($hand, $run, $editor),
            array_map(fn (array $r): array => [
                'address' => $r['address'],
                'name' => $r['name'],
                'url' => null === $r['device'] ? null : $this->url('devices', $hand, ['sel' => $r['device']]),
                'answers' => implode(' · ', $r['answers']),
                ...self::verdict($r['verdict']),
            ], $rows),
        );
    }

    /** @return array{verdict: string, tone: string, mark: string} */
    private static function verdict(string $verdict): array
    {
        [$tone, $mark] = match ($verdict) {
            'as planned', 'holds a lease' => ['through', '●'],
            'planned, silent', 'gateway, silent', 'another unit', 'unknown here' => ['broken', '▲'],
            default => ['unknown', '○'],
        };

        return ['verdict' => $verdict, 'tone' => $tone, 'mark' => $mark];
    }

    /** @return list<FormField> */
    private function fields(JobInHand $hand, ?SweepRun $run, string $typed): array
    {
        $vantages = [];
        foreach (\array_slice($hand->job->devices, 0, self::MOST_VANTAGES, true) as $device) {
            if (null !== $device->primaryAddress()) {
                $vantages[$device->id] = $device->name;
            }
        }
        $ranges = implode(', ', array_map(strval(...), $hand->stored->getFieldRanges()));
        if ('' !== $ranges) {
            $vantages[SweepRun::ON_SITE] = 'this machine, on the site';
        }
        $fields = [
            new FormField('addresses', 'Addresses, ranges or prefixes', $typed, technical: true, placeholder: '10.47.60.0/25'),
            new FormField('file', 'or a list (.csv)', control: 'file', more: ['accept' => '.csv,.txt']),
            new FormField('vantage', 'Asked from', (string) $run?->getVantage(), 'select', options: $vantages),
        ];
        if ('' !== $ranges) {
            $fields[] = new FormField('onSite', 'I am on the site and may ask real units in '.$ranges, control: 'check');
        }

        return $fields;
    }

    /** @return list<Link|Post> */
    private function actions(JobInHand $hand, SweepRun $run, bool $editor): array
    {
        $export = new Link('Export the list', $this->url('sweep_csv', $hand, ['id' => $run->getId()]));
        $drop = new Post('Drop the silent ones', $this->url('sweep_clean_up', $hand, ['id' => $run->getId()]));

        return $editor ? [$export, $drop] : [$export];
    }

    /** @param array<string, string|int> $more */
    private function url(string $route, JobInHand $hand, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $hand->stored->getSlug(), ...$more]);
    }
}
