<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\PartyKind;
use Vorhut\Core\Reach\Cause\Cause;
use Vorhut\Core\Reach\Cause\CauseRule;
use Vorhut\Core\Voice\Dialled;
use Vorhut\Core\Voice\Dialler;
use Vorhut\Core\Voice\DialQuery;
use Vorhut\Core\Voice\VoicePlan;

/** Calls to numbers rather than to units, and calls that come by a trunk: registered, routed as on paper, and with sound. */
final class DialledCalls
{
    private ?Dialler $dialler = null;

    public function __construct(private readonly ExchangeCache $asks, private readonly Calls $calls) {}

    /** Whether one of them is no unit: a number that is dialled, or a trunk. */
    public static function isMeantBy(Pair $pair): bool
    {
        return null !== self::part($pair->to, PartyKind::Number) || null !== self::part($pair->from, PartyKind::Trunk);
    }

    /** What stands behind a kind of party in its id; null where it is another. */
    public static function part(string $id, PartyKind $kind): ?string
    {
        $prefix = $kind->value.':';

        return str_starts_with($id, $prefix) ? substr($id, \strlen($prefix)) : null;
    }

    public function dialler(): Dialler
    {
        return $this->dialler ??= new Dialler(
            new VoicePlan($this->asks->job),
            new RegistrationPaths($this->asks->job, $this->asks->exchange->network),
        );
    }

    /** @param string $wanted kind of end that is meant, such as "fax"; '' for any */
    public function predict(Pair $pair, string $wanted = ''): PairPrediction
    {
        $caller = $this->asks->parties->device($pair->from);
        $trunk = self::part($pair->from, PartyKind::Trunk);
        $number = self::part($pair->to, PartyKind::Number) ?? $this->calls->numberOf($this->asks->parties->device($pair->to));
        $from = $this->calls->numberOf($caller);
        if (null === $number || (null === $trunk && null === $from)) {
            $who = null === $number ? $pair->to : $pair->from;

            return PairPrediction::impossible(
                $pair,
                CauseRule::NoExtension->at($who, words: ['who' => $this->asks->job->nameOf($who)]),
            );
        }
        try {
            $dialled = $this->dialler()->dial(null === $trunk ? DialQuery::from($from, $number) : $this->comesIn($trunk, $number));
        } catch (InvalidValue $e) {
            return PairPrediction::impossible($pair, CauseRule::NotRouted->at($pair->from, words: ['why' => $e->getMessage()]));
        }
        $leaves = null === $caller ? [] : $this->registers($caller);
        $leaves[] = $this->routed($pair, $dialled, $wanted);
        $last = PairPrediction::chained($pair, $leaves);
        $media = $last->span->holds() && null !== $caller ? $this->sound($caller, $dialled) : null;

        return null === $media ? $last : PairPrediction::chained($pair, [...$leaves, $media]);
    }

    /**
     * As the far end sends it.
     *
     * @throws InvalidValue
     */
    private function comesIn(string $trunk, string $number): DialQuery
    {
        return DialQuery::by($trunk, $number, ($this->dialler()->plan->trunks[$trunk] ?? null)?->theirs->header?->value);
    }

    /** @return list<Leaf> */
    private function registers(Device $caller): array
    {
        $server = $this->calls->systemOf($caller);
        $title = \sprintf('%s registers at %s', $caller->name, $server->name ?? '');

        return null === $server ? [] : [$this->asks->ask($caller->id, $server->id, ExchangeCache::sip(), $title)];
    }

    private function routed(Pair $pair, Dialled $dialled, string $wanted): Leaf
    {
        $isMeant = '' === $wanted || $wanted === $dialled->to?->kind || 'trunk' === $dialled->to?->kind;
        if ($dialled->verdict->holds() && $isMeant) {
            return new Leaf(
                title: rtrim($dialled->why, '.'),
                asker: $pair->from,
                target: null,
                service: null,
                span: PairVerdict::Through,
                cause: null,
            );
        }
        $why = $isMeant ? $dialled->why : \sprintf('It does not end at a %s. %s', $wanted, $dialled->why);

        return new Leaf(
            title: rtrim($why, '.'),
            asker: $pair->from,
            target: null,
            service: null,
            span: PairVerdict::NotFound,
            cause: $this->cause($pair, $why),
        );
    }

    private function cause(Pair $pair, string $why): Cause
    {
        $server = $this->calls->systemOf($this->asks->parties->device($pair->from));

        return CauseRule::NotRouted->at($server->id ?? $pair->from, words: ['why' => rtrim($why, '.')]);
    }

    /** Sound between the caller and who answers: a unit, or the phone system itself; past a trunk nobody knows. */
    private function sound(Device $caller, Dialled $dialled): ?Leaf
    {
        if (null === $dialled->to || 'trunk' === $dialled->to->kind) {
            return null;
        }
        $extension = $this->asks->job->extensions[$dialled->to->id] ?? null;
        $unit = $this->asks->job->devices[$extension->device ?? ''] ?? null;
        $end = 'extension' === $dialled->to->kind ? $unit : $this->calls->systemOf($caller);

        return null === $end ? null : $this->calls->media($caller, $end);
    }
}
