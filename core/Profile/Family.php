<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

/** The trade a profile belongs to. */
enum Family: string
{
    case Phone = 'phone';
    case PhoneSystem = 'phone-system';
    case Camera = 'camera';
    case RoomSystem = 'room-system';
    case Audio = 'audio';
    case Paging = 'paging';
    case Lighting = 'lighting';
    case Encoder = 'encoder';
    case Screen = 'screen';
    case Station = 'station';
    case Network = 'network';
    case Computer = 'computer';
}
