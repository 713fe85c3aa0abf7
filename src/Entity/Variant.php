<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Vorhut\Core\Record\Json;

/** Changes that were tried together and kept to come back to, without being made. */
#[ORM\Entity]
#[ORM\Table(name: 'variant')]
class Variant
{
    use HasId;

    #[ORM\Column(type: Types::TEXT)]
    private string $trials;

    /** @param list<string> $trials */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private StoredJob $job,
        #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'SET NULL')]
        private ?User $user,
        #[ORM\Column(length: 80)]
        private string $name,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $at,
        array $trials,
    ) {
        $this->trials = Json::line($trials);
    }

    public function getJob(): StoredJob
    {
        return $this->job;
    }

    public function getName(): string
    {
        return $this->name;
    }

    public function getAt(): \DateTimeImmutable
    {
        return $this->at;
    }

    public function getUser(): ?User
    {
        return $this->user;
    }

    /** @return list<string> */
    public function getTrials(): array
    {
        $trials = Json::decode($this->trials);

        return array_values(array_filter(\is_array($trials) ? $trials : [], \is_string(...)));
    }
}
