<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

/** Why a phone does not take a request, before it looks at what it is about (RFC 3261, section 8.2). */
final class Refusal
{
    public const ALLOWED = 'INVITE, ACK, CANCEL, BYE, OPTIONS, INFO, REFER, NOTIFY';
    public const SUPPORTED = 'replaces';

    /** @param string $user whom requests are for; '' for anybody */
    public static function answer(SipMessage $request, string $user): ?SipMessage
    {
        $required = array_diff($request->all('Require'), [self::SUPPORTED]);
        $target = SipUri::ofRequest($request->uri);
        $tag = SipEndpoint::token();

        return match (true) {
            !\in_array($request->method, explode(', ', self::ALLOWED), true) => $request->reply(
                405,
                'Method Not Allowed',
                $tag,
                '',
                Allow: self::ALLOWED,
            ),
            'CANCEL' === $request->method => null,
            [] !== $required => $request->reply(420, 'Bad Extension', $tag, '', Unsupported: implode(', ', $required)),
            null === $target && !str_starts_with(strtolower($request->uri), 'sip:') => $request->reply(
                416,
                'Unsupported URI Scheme',
                $tag,
            ),
            null === $target => $request->reply(400, 'Request URI Not Understood', $tag),
            '' !== $user && '' !== $target->user && $user !== $target->user => $request->reply(404, 'Not Found', $tag),
            'INVITE' === $request->method => self::ofCall($request, $tag),
            default => null,
        };
    }

    private static function ofCall(SipMessage $request, string $tag): ?SipMessage
    {
        $accepts = strtolower(implode(',', $request->all('Accept')));
        $takesSdp = '' === $accepts || 1 === preg_match('#application/(?:sdp|\*)|\*/\*#', $accepts);
        $encoded = array_diff(array_map(strtolower(...), $request->all('Content-Encoding')), ['identity']);
        $isSdp = str_starts_with(strtolower($request->first('Content-Type') ?? 'application/sdp'), 'application/sdp');

        return match (true) {
            '' !== trim($request->body) && (!$isSdp || [] !== $encoded) => $request->reply(
                415,
                'Unsupported Media Type',
                $tag,
                '',
                Accept: 'application/sdp',
            ),
            !$takesSdp => $request->reply(406, 'Not Acceptable', $tag),
            default => null,
        };
    }
}
