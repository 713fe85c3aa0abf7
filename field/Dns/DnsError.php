<?php

declare(strict_types=1);

namespace Vorhut\Field\Dns;

/** Bytes that are no DNS message. */
final class DnsError extends \RuntimeException {}
