<?php

declare(strict_types=1);

namespace Vorhut\App\Provision;

use Vorhut\App\Papers\Archive;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\MediaType;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Provision\DnsmasqFile;
use Vorhut\Core\Provision\DnsZone;
use Vorhut\Core\Provision\FileServer;
use Vorhut\Core\Provision\KeaFile;
use Vorhut\Core\Provision\PhoneFile;
use Vorhut\Core\Setting\Settings;

/** Files to export: of units, for DHCP servers, for a name server. */
final readonly class Bundles
{
    public function __construct(private FileDesk $desk, private UnitFiles $files) {}

    /**
     * @param "units"|"dnsmasq"|"kea"|"zone"|string $what
     *
     * @throws InvalidValue
     */
    public function bundle(JobContext $context, string $what, string $domain): Bundle
    {
        $slug = $context->stored->getSlug();
        $url = $this->desk->url($context->stored);
        $server = null === $url ? null : FileServer::at($url);

        return match ($what) {
            'dnsmasq' => new Bundle($slug.'-leases.conf', MediaType::Text, DnsmasqFile::write($context->job, $server)),
            'kea' => new Bundle($slug.'-leases.json', MediaType::Json, KeaFile::write($context->job, $server)),
            'zone' => new Bundle($slug.'.zone', MediaType::Text, DnsZone::write($context->job, $domain, $context->revision)),
            default => new Bundle($slug.'-units.zip', MediaType::Zip, $this->zip($context)),
        };
    }

    /**
     * A file for each unit, called as its kind wants it; without secrets, and with what is still open beside them.
     *
     * @throws InvalidValue
     */
    private function zip(JobContext $context): string
    {
        $settings = new Settings($context->job);
        $files = [];
        $open = '';
        foreach ($context->job->devices as $device) {
            $file = PhoneFile::fromDevice($settings, $device);
            if (null !== $file) {
                $files[$file->name] = $this->files->render($context->job, $file);
                $open .= [] === $file->open ? '' : \sprintf("%s (%s): %s\n", $file->name, $device->name, implode(', ', $file->open));
            }
        }
        $files['still-open.txt'] = '' === $open ? "No open values.\n" : $open;

        return Archive::zip($files);
    }
}
