<?php

declare(strict_types=1);

namespace Vorhut\Field\Lab;

use Vorhut\Core\Reach\Node\Network;

/** A running lab's place among the labs of this machine; given back when the process ends, however it ends. */
final class LabClaim
{
    private LabBlocks $blocks;

    /** @param resource $file locked */
    public function __construct(
        private readonly LabRegistry $registry,
        private readonly string $name,
        private readonly mixed $file,
        private readonly string $path,
    ) {
        $this->blocks = new LabBlocks();
    }

    /** Blocks for every network of the plan that no other lab has; those it had before stay. */
    public function blocks(Network $network): LabBlocks
    {
        return $this->registry->choose($this->name, function (array $taken) use ($network): LabBlocks {
            $this->blocks = (new LabAddresses($network, new LabBlocks($this->blocks->given, $taken)))->blocks();
            $this->write();

            return $this->blocks;
        });
    }

    public function release(): void
    {
        unlink($this->path);
        flock($this->file, \LOCK_UN);
        fclose($this->file);
    }

    private function write(): void
    {
        $text = json_encode(['name' => $this->name, 'pid' => getmypid(), 'blocks' => $this->blocks->keep()], \JSON_THROW_ON_ERROR);
        ftruncate($this->file, 0);
        rewind($this->file);
        fwrite($this->file, $text);
        fflush($this->file);
    }
}
