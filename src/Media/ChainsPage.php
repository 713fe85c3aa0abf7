<?php

declare(strict_types=1);

namespace Vorhut\App\Media;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Frame\ViewFindings;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\NewRecord;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\Words;
use Vorhut\Core\Job\Chain;
use Vorhut\Core\Job\ChainFor;
use Vorhut\Core\Job\StageDoes;
use Vorhut\Core\Setting\Settings;
use Vorhut\Core\Sound\ChainSum;
use Vorhut\Core\Sound\StageSum;

/** Shows how sound gets from where it enters to where it is heard, and how late it is there. */
final readonly class ChainsPage
{
    private const MAX = 100;

    public function __construct(
        private ViewFindings $findings,
        private Zones $zones,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {}

    public function show(JobContext $context): ChainsView
    {
        $settings = new Settings($context->job);
        $chains = $context->job->all(Chain::class);
        $cards = [];
        foreach (\array_slice($chains, 0, self::MAX, true) as $chain) {
            $cards[] = $this->card($context, ChainSum::fromChain($chain, $settings));
        }

        return new ChainsView(
            summary: Words::count(\count($chains), 'chain'),
            actions: $this->actions($context),
            next: $this->next($context, [] === $chains),
            chains: $cards,
            zones: $this->zones->spokenTo($context),
            controllers: $this->zones->controllers($context, $settings),
            findings: $this->findings->lines($context, 'chains'),
        );
    }

    /** @return list<Link> */
    private function actions(JobContext $context): array
    {
        $media = new Link('Media', $this->url('media', $context), 'm');

        $paste = new Link('Paste chains', $this->url('records_list', $context, ['list' => 'chains']), 'v');

        return $this->security->isGranted('ROLE_LEAD') ? [$media, $this->add($context), $paste] : [$media];
    }

    private function add(JobContext $context, bool $isMain = false): Link
    {
        return new Link('Add chain', $this->url('record', $context, ['list' => 'chains', 'id' => NewRecord::ID]), 'n', main: $isMain);
    }

    private function next(JobContext $context, bool $isEmpty): ?Next
    {
        if (!$isEmpty) {
            return $this->findings->next($context, 'chains');
        }
        $detail = 'With its stages the plan checks sample rates, returns and latency.';

        $add = $this->security->isGranted('ROLE_LEAD') ? $this->add($context, true) : null;

        return new Next('No audio chain is planned yet', $detail, $add);
    }

    private function card(JobContext $context, ChainSum $sum): ChainCard
    {
        $apart = array_map(static fn (array $pair): StageSum => $pair[1], $sum->ratesApart());
        $boxes = [];
        $clock = '';
        foreach ($sum->stages as $stage) {
            $isNarrow = null !== $sum->chain->channels && null !== $stage->channels && $stage->channels < $sum->chain->channels;
            $boxes[] = $this->box(
                context: $context,
                sum: $stage,
                isApart: \in_array($stage, $apart, true),
                isNarrow: $isNarrow,
                clock: $stage->clock === $clock ? '' : $stage->clock,
            );
            $clock = '' === $stage->clock ? $clock : $stage->clock;
        }
        $about = [
            ChainFor::Other === $sum->chain->for ? '' : $sum->chain->for->label(),
            null === $sum->chain->channels ? '' : Words::count($sum->chain->channels, 'channel'),
        ];

        return new ChainCard(
            new Link($sum->chain->name, $this->url('record', $context, ['list' => 'chains', 'id' => $sum->chain->id])),
            implode(' · ', array_filter($about, static fn (string $a): bool => '' !== $a)),
            $boxes,
            TimeLine::fromSum($sum),
        );
    }

    private function box(JobContext $context, StageSum $sum, bool $isApart, bool $isNarrow, string $clock): StageBox
    {
        $stage = $sum->stage;
        $isInsert = StageDoes::Insert === $stage->does;

        return new StageBox(
            name: '' === $stage->name ? $context->job->nameOf((string) $stage->device) : $stage->name,
            url: null === $stage->device ? '' : $this->url('devices', $context, ['sel' => $stage->device]),
            does: $stage->does->label(),
            rate: null === $sum->rateHz ? '' : \sprintf('%s kHz', $sum->rateHz / 1000),
            clock: '' === $clock ? '' : 'clocked by '.$clock,
            channels: null === $sum->channels ? '' : Words::count($sum->channels, 'channel'),
            ms: \sprintf('%.2f ms', $sum->ms),
            isApart: $isApart,
            returned: $isInsert ? \sprintf(', %d back', $stage->returned ?? 0) : '',
            isShort: $isNarrow || $isInsert && ($stage->returned ?? 0) < $sum->sent(),
        );
    }

    /** @param array<string, string> $more */
    private function url(string $route, JobContext $context, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
