<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Amp\CancelledException;
use Amp\Socket\ConnectException;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Provision\TakenFile;
use Vorhut\Field\Lab\LabFiles;
use Vorhut\Field\Serve\FileFetch;

/** A unit that has just been switched on asks for its file where the plan says. */
final readonly class Boot
{
    private const FETCH_SECONDS = 5.0;

    /** @param \Closure(): LabFiles $files as the plan stands now */
    public function __construct(
        private Device $device,
        private string $from,
        private string $server,
        private int $port,
        private FileFetch $fetch,
        private \Closure $files,
    ) {}

    /** Null where nobody in the plan gives it a file. */
    public static function at(ServiceSite $site): ?self
    {
        $server = $site->lab->files->serverOf($site->device);
        $address = null === $server ? null : $site->lab->sip->addressOf($server);

        return null === $address ? null : new self(
            device: $site->device,
            from: $site->address,
            server: $address,
            port: $site->lab->ports->toLab(LabFiles::PORT),
            fetch: new FileFetch($site->lab->sockets, self::FETCH_SECONDS),
            files: static fn (): LabFiles => $site->lab->files,
        );
    }

    /** Null where nobody gives it its own. */
    public function file(): ?TakenFile
    {
        $files = ($this->files)();
        $name = $files->nameFor($this->device);
        if (null === $name) {
            return null;
        }
        try {
            $got = $this->fetch->get($this->server, $this->port, $name, $this->from);
        } catch (ConnectException|CancelledException) {
            return null;
        }

        return 200 === $got['status'] ? $files->taken($this->device, $got['text']) : null;
    }
}
