<?php

declare(strict_types=1);

namespace Vorhut\Core\Provision;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Net\Ipv4Address;

/** Where units fetch their files: "https://10.47.1.5/p/word/". */
final readonly class FileServer
{
    private function __construct(public string $url, public string $host, public ?Ipv4Address $address) {}

    /** @throws InvalidValue */
    public static function at(string $url): self
    {
        $host = parse_url($url, \PHP_URL_HOST);
        $scheme = parse_url($url, \PHP_URL_SCHEME);
        if (!\is_string($host) || !\in_array($scheme, ['http', 'https'], true) || 1 !== preg_match('#^[\x21-\x7E]{1,200}$#D', $url)) {
            throw new InvalidValue($url, 'the address of a folder, by http or https', 'Such as https://10.47.1.5/phones/.');
        }

        return new self(rtrim($url, '/').'/', $host, Ipv4Address::tryFrom($host));
    }

    /** The value of an option, with its words replaced; null where the host has no address to be told. */
    public function fill(string $value): ?string
    {
        if (null === $this->address && str_contains($value, '{address}')) {
            return null;
        }

        return strtr($value, ['{url}' => $this->url, '{host}' => $this->host, '{address}' => (string) $this->address]);
    }
}
