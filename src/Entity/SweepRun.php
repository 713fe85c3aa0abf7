<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** A look at a list of addresses: who answers, and as what. */
#[ORM\Entity]
class SweepRun extends Run
{
    /** The vantage of a sweep of real units, in field mode. */
    public const ON_SITE = 'this-machine';

    /**
     * @param list<string> $addresses planned ones
     * @param string $vantage the device in whose place it is asked
     * @param string $name what people call the list
     */
    public static function over(
        StoredJob $job,
        User $user,
        \DateTimeImmutable $at,
        array $addresses,
        string $vantage,
        string $name = '',
    ): self {
        return new self($job, $user, $at, ['addresses' => $addresses, 'vantage' => $vantage, 'name' => $name]);
    }

    /** What people call the list; else how it begins. */
    public function getName(): string
    {
        $name = $this->task()['name'] ?? null;
        $addresses = $this->getAddresses();

        return \is_string($name) && '' !== $name ? $name : \sprintf('%s and on', $addresses[0] ?? 'nothing');
    }

    public function isNamed(): bool
    {
        return '' !== ($this->task()['name'] ?? '');
    }

    public function call(string $name): void
    {
        $this->setTask(['name' => $name] + $this->task());
    }

    public function isOnSite(): bool
    {
        return self::ON_SITE === $this->getVantage();
    }

    public function getVantage(): string
    {
        $vantage = $this->task()['vantage'] ?? null;

        return \is_string($vantage) ? $vantage : '';
    }

    /** @return list<string> */
    public function getAddresses(): array
    {
        $addresses = $this->task()['addresses'] ?? null;

        return array_values(array_filter(\is_array($addresses) ? $addresses : [], \is_string(...)));
    }

    /** @param array<string, list<string>> $answers what spoke, by planned address */
    public function keep(array $answers): void
    {
        $this->setResult($answers);
    }

    /** @return array<string, list<string>> */
    public function getAnswers(): array
    {
        $answers = [];
        foreach ($this->result() as $address => $kinds) {
            $answers[$address] = array_values(array_filter(\is_array($kinds) ? $kinds : [], \is_string(...)));
        }

        return $answers;
    }

    /** Drops the addresses at which nothing answered. */
    public function cleanUp(): void
    {
        $this->setTask(['addresses' => array_keys($this->getAnswers())] + $this->task());
    }
}
