<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

enum ProbeStatus: string
{
    case Answered = 'answered';
    /** Sound got through one way only. */
    case OneWay = 'one-way';
    /** The unit, or its kernel, said that nobody listens there. */
    case Refused = 'refused';
    /** A connection was made and closed at once without a byte: something stands there, the service does not answer. */
    case Closed = 'closed';
    /** Nothing came until the time was over. */
    case Silent = 'silent';
    /** It could not be asked to the end; why is said beside it. */
    case Untried = 'untried';
    /** Something answered that does not speak the protocol. */
    case Strange = 'strange';
}
