<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\LeftOpen;
use Vorhut\App\Entity\SignedState;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\Rights;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\App\SignOff\DriftLine;
use Vorhut\App\SignOff\HandOvers;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Exchange\Upcasters;
use Vorhut\Core\HandOver\PlanDrift;
use Vorhut\Core\HandOver\ProofDrift;
use Vorhut\Core\HandOver\RecordDrift;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Proof\SeenIn;

/** Shows a signed state beside the plan of today. */
final readonly class SignedStatePage
{
    private const MAX = 300;

    public function __construct(
        private HandOvers $handOvers,
        private Upcasters $upcasters,
        private Rights $rights,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {}

    public function show(JobContext $context, SignedState $state): SignedStateView
    {
        $drift = $this->drift($context, $state);
        $turned = ProofDrift::between($state->getSeen(), $this->handOvers->seen($context));
        $accepted = $this->handOvers->accepted($context->stored);

        return new SignedStateView(
            title: 'Signed '.LocalTime::full($state->getAt(), $context->stored->getTimezone()),
            summary: ([] === $drift ? 'no change since signature' : Words::count(\count($drift), 'record').' changed since')
                .([] === $turned ? '' : ', '.Words::count(\count($turned), 'pair').' with another test result'),
            actions: [
                new Link('Hand-over', $this->url('hand-over', $context), 'h'),
                new Link('The file as it was signed', $this->url('signed_file', $context, ['id' => $state->getId()]), 'f'),
            ],
            facts: [
                ['Accepted by', $state->getTakenBy()],
                ['Signed by', $state->getUser()?->getDisplayName() ?? 'somebody'],
                ['Reservations', '' === $state->getReservations() ? 'none' : $state->getReservations()],
                [SeenIn::Site->mark().' Tested to hold on site', \sprintf('%d of %d pairs', $state->getProven(), $state->getPairs())],
                [
                    SeenIn::Lab->mark().' Tested to hold in the lab',
                    \sprintf('%d of %d pairs', $state->getProvenInLab(), $state->getPairs()),
                ],
                ['Never tested on site', self::unseen($state)],
                ['SHA-256 of the file', $state->getHash()],
            ],
            drift: array_map(
                fn (RecordDrift $d): DriftLine => $this->line($context, $state, $d, $accepted),
                \array_slice($drift, 0, self::MAX),
            ),
            more: self::more($drift),
            turned: $this->turned($context, $state, $turned, $accepted),
            moreTurned: self::more($turned),
            open: self::open($state),
            acceptUrl: $this->url('signed_accept', $context, ['id' => $state->getId()]),
        );
    }

    /** What was signed without anybody having seen it on site. */
    private static function unseen(SignedState $state): string
    {
        $left = $state->getPairs() - $state->getProven();

        $how = $state->getProvenInLab() > 0 ? 'predicted, or tested in the lab only' : 'predicted only';

        return $left <= 0 ? 'nothing' : \sprintf('%s: %s', Words::count($left, 'pair'), $how);
    }

    /** @param array<mixed> $all */
    private static function more(array $all): string
    {
        return \count($all) > self::MAX ? \sprintf('and %d more', \count($all) - self::MAX) : '';
    }

    /** @return list<RecordDrift> */
    public function drift(JobContext $context, SignedState $state): array
    {
        return PlanDrift::between(JobFile::read($state->getFile(), ShippedProfiles::load(), $this->upcasters), $context->job);
    }

    /** @return list<string> what can be accepted of what is not as it was */
    public function keys(JobContext $context, SignedState $state): array
    {
        $turned = ProofDrift::between($state->getSeen(), $this->handOvers->seen($context));
        $keys = array_map(static fn (RecordDrift $d): string => self::key($state, $d->key()), $this->drift($context, $state));
        foreach ($turned as $pair => ['is' => $is]) {
            $keys[] = self::key($state, self::pairKey($pair, $is));
        }

        return $keys;
    }

    /**
     * @param array<string, array{was: PairVerdict, is: PairVerdict}> $turned
     * @param array<string, LeftOpen> $accepted
     *
     * @return list<DriftLine>
     */
    private function turned(JobContext $context, SignedState $state, array $turned, array $accepted): array
    {
        $lines = [];
        foreach (\array_slice($turned, 0, self::MAX) as $key => ['was' => $was, 'is' => $is]) {
            [$intent, $pair] = explode(' ', $key, 2);
            [$from, $to] = [...explode('>', $pair, 2), ''];
            $name = $context->job->intents[$intent]->name ?? $intent;
            $item = self::key($state, self::pairKey($key, $is));
            $lines[] = new DriftLine(
                key: $item,
                title: \sprintf('%s: %s to %s', $name, $context->job->nameOf($from), $context->job->nameOf($to)),
                is: '',
                url: $this->url('proof', $context, ['intent' => $intent]),
                changes: [\sprintf('%s → %s', $was->word(), $is->word())],
                reason: ($accepted[$item] ?? null)?->getReason() ?? '',
                who: HandOvers::who($context->stored, $accepted[$item] ?? null),
                back: null,
                mayAccept: $this->security->isGranted('ROLE_LEAD'),
            );
        }

        return $lines;
    }

    /** @param array<string, LeftOpen> $accepted */
    private function line(JobContext $context, SignedState $state, RecordDrift $drift, array $accepted): DriftLine
    {
        $item = self::key($state, $drift->key());
        $values = ['list' => $drift->list, 'id' => $drift->id, 'version' => $context->revision];
        $url = $this->url('signed_back', $context, ['id' => $state->getId()]);
        $back = new Post('Restore signed value', $url, $values, spoken: ': '.$drift->name);

        return new DriftLine(
            key: $item,
            title: \sprintf('%s %s', ucfirst($drift->one), $drift->name),
            is: $drift->is,
            url: 'gone' === $drift->is ? '' : $this->url('record', $context, ['list' => $drift->list, 'id' => $drift->id]),
            changes: array_map(static fn (array $f): string => \sprintf('%s: %s → %s', ...$f), $drift->fields),
            reason: ($accepted[$item] ?? null)?->getReason() ?? '',
            who: HandOvers::who($context->stored, $accepted[$item] ?? null),
            back: $this->rights->allow($context->stored, new ChangeSet('', [$drift->back])) ? $back : null,
            mayAccept: $this->security->isGranted('ROLE_LEAD'),
        );
    }

    private static function key(SignedState $state, string $of): string
    {
        return \sprintf('since %d %s', $state->getId(), hash('xxh128', $of));
    }

    private static function pairKey(string $pair, PairVerdict $is): string
    {
        return $pair.' '.$is->value;
    }

    /** @return list<array{title: string, detail: string, reason: string}> */
    private static function open(SignedState $state): array
    {
        $text = static fn (mixed $value): string => \is_string($value) ? $value : '';

        return array_map(static fn (array $item): array => [
            'title' => $text($item['title'] ?? ''),
            'detail' => $text($item['detail'] ?? ''),
            'reason' => $text($item['reason'] ?? ''),
        ], $state->getOpen());
    }

    /** @param array<string, string|int> $more */
    private function url(string $route, JobContext $context, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
