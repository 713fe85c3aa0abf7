<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Vorhut\Core\Record\Json;
use Vorhut\Field\Lab\LabBlocks;
use Vorhut\Field\Lab\LabFaults;

/** Whether a job's lab is wanted, and what its process last said of itself. */
#[ORM\Entity]
class Lab
{
    use HasId;

    /** Whoever said nothing for so long has ended. */
    private const SILENT_AFTER = '-10 seconds';
    private const LONGEST_MESSAGE = 2000;

    #[ORM\Column]
    private bool $wanted = false;

    #[ORM\Column]
    private int $standIns = 0;

    /** What could not be started, or why it ended. */
    #[ORM\Column(type: Types::TEXT)]
    private string $message = '';

    #[ORM\Column(type: Types::TEXT)]
    private string $blocks = '{}';

    /** What is otherwise in it than in the plan. */
    #[ORM\Column(type: Types::TEXT)]
    private string $faults = '{}';

    #[ORM\Column(type: Types::DATETIME_IMMUTABLE, nullable: true)]
    private ?\DateTimeImmutable $seenAt = null;

    public function __construct(
        #[ORM\OneToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private StoredJob $job,
    ) {}

    public function getJob(): StoredJob
    {
        return $this->job;
    }

    public function want(bool $wanted): void
    {
        $this->wanted = $wanted;
        $this->message = '';
    }

    public function isWanted(): bool
    {
        return $this->wanted;
    }

    public function runs(\DateTimeImmutable $now): bool
    {
        return null !== $this->seenAt && $this->seenAt > $now->modify(self::SILENT_AFTER);
    }

    public function tell(int $standIns, string $message, LabBlocks $blocks, \DateTimeImmutable $now): void
    {
        $this->standIns = $standIns;
        $this->message = mb_substr($message, 0, self::LONGEST_MESSAGE);
        $this->blocks = Json::line((object) $blocks->keep());
        $this->seenAt = $now;
    }

    public function end(string $message): void
    {
        $this->seenAt = null;
        $this->message = mb_substr($message, 0, self::LONGEST_MESSAGE);
    }

    public function getStandIns(): int
    {
        return $this->standIns;
    }

    public function getMessage(): string
    {
        return $this->message;
    }

    public function getFaults(): LabFaults
    {
        return LabFaults::kept(Json::object($this->faults));
    }

    public function turn(LabFaults $faults): void
    {
        $this->faults = Json::line((object) $faults->keep());
    }

    public function getBlocks(): LabBlocks
    {
        return LabBlocks::kept(Json::object($this->blocks));
    }
}
