<?php

declare(strict_types=1);

namespace Vorhut\Tests\Kernel;

use Vorhut\Core\Addressing\Ipv4Address;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Protocol;
use Vorhut\Core\Job\Service;
use Vorhut\Core\Reach\Exchange;
use Vorhut\Core\Reach\Network;
use Vorhut\Core\Reach\Outcome;
use Vorhut\Core\Reach\Verdict;

/** Asks the engine and the kernel the same questions and lists where they differ. */
final class Comparison
{
    private const REFUSED = 111;
    private const NO_ROUTE = [101, 22, 13];

    /** @var list<string> */
    public array $differences = [];
    public int $compared = 0;
    /** @var array<string, int> */
    public array $outcomes = [];

    public function unicast(Job $job, string $title): void
    {
        $exchange = new Exchange(new Network($job));
        $verdicts = $questions = $texts = [];
        foreach ($exchange->network->nodes as $node) {
            foreach ($exchange->network->nodes as $other) {
                foreach ($other->ports as $port) {
                    foreach ($port->addresses as $address) {
                        $ping = 'p'.\count($questions);
                        $verdicts[$ping] = $exchange->ask($node, $address->address, new Service(Protocol::Icmp));
                        $questions[] = ['id' => $ping, 'from' => $node->id, 'to' => (string) $address->address, 'port' => KernelLab::NOBODY, 'icmp' => true];
                        $texts[$ping] = \sprintf('%s: %s to %s (%s) icmp', $title, $node->id, $address->address, $other->id);
                        foreach ([KernelLab::PORTS[\count($questions) % 3 % 2], ...(0 === \count($questions) % 5 ? [KernelLab::NOBODY] : [])] as $number) {
                            $id = 'q'.\count($questions);
                            $verdicts[$id] = $exchange->ask($node, $address->address, new Service(Protocol::Udp, $number, $number));
                            $questions[] = ['id' => $id, 'from' => $node->id, 'to' => (string) $address->address, 'port' => $number];
                            $texts[$id] = \sprintf('%s: %s to %s (%s) udp/%d', $title, $node->id, $address->address, $other->id, $number);
                        }
                    }
                }
            }
        }
        $seen = KernelLab::ask($job, $questions);
        foreach ($questions as $question) {
            $forwards = $exchange->network->nodes[$verdicts[$question['id']]->by[0] ?? '']->forwards ?? false;
            $this->compare($texts[$question['id']], $verdicts[$question['id']], $seen[$question['id']], isset($question['icmp']) || (!$forwards && KernelLab::NOBODY !== $question['port']), Ipv4Address::fromString($question['to']), !isset($question['icmp']));
        }
    }

    /** @param array{by: list<string>, replied: list<string>, error: int, problems: list<string>} $seen */
    private function compare(string $text, Verdict $verdict, array $seen, bool $answers, Ipv4Address $target, bool $heard): void
    {
        $this->outcomes[$verdict->outcome->value] = ($this->outcomes[$verdict->outcome->value] ?? 0) + 1;
        if (Outcome::Ambiguous === $verdict->outcome) {
            return;
        }
        ++$this->compared;
        $predicted = [
            'replied' => $verdict->replied,
            'cannot send' => Outcome::NoRoute === $verdict->outcome && 1 === \count($verdict->hops),
        ];
        $observed = [
            'replied' => $answers ? \in_array((string) $target, $seen['replied'], true) : self::REFUSED === $seen['error'],
            'cannot send' => \in_array($seen['error'], self::NO_ROUTE, true),
        ];
        if ($answers && $heard) {
            $predicted['by'] = $verdict->delivered ? implode(' ', $verdict->by) : '';
            $observed['by'] = implode(' ', $seen['by']);
        }
        if ($predicted !== $observed) {
            $this->differences[] = \sprintf("%s\n  predicted %s %s\n  observed  %s error %d %s", $text, json_encode($predicted), $verdict->cause->text ?? $verdict->outcome->value, json_encode($observed), $seen['error'], implode('; ', $seen['problems']));
        }
    }
}
