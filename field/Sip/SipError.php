<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

/** Bytes that are no SIP message. */
final class SipError extends \RuntimeException
{
}
