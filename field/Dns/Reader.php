<?php

declare(strict_types=1);

namespace Vorhut\Field\Dns;

use LibDNS\Decoder\Decoder;
use LibDNS\Decoder\DecodingContextFactory;
use LibDNS\Messages\MessageFactory;
use LibDNS\Messages\MessageTypes;
use LibDNS\Packets\PacketFactory;
use LibDNS\Records\QuestionFactory;
use LibDNS\Records\RDataBuilder;
use LibDNS\Records\RDataFactory;
use LibDNS\Records\Record;
use LibDNS\Records\Resource;
use LibDNS\Records\ResourceBuilder;
use LibDNS\Records\ResourceFactory;
use LibDNS\Records\TypeDefinitions\FieldDefinitionFactory;
use LibDNS\Records\TypeDefinitions\TypeDefinitionFactory;
use LibDNS\Records\TypeDefinitions\TypeDefinitionManager;
use LibDNS\Records\Types\DomainName;
use LibDNS\Records\Types\IPv4Address;
use LibDNS\Records\Types\Short;
use LibDNS\Records\Types\TypeBuilder;
use LibDNS\Records\Types\Types;

/** Reads messages from the wire: what service discovery needs of them. */
final class Reader
{
    /**
     * Where the library is too strict, or mistaken: some units send TXT records without a single string, which is no reason to leave
     * the rest unread (RFC 6763, section 6.1); the name in a SRV record may be compressed (RFC 6762, section 18.14).
     */
    private const FIELDS = [
        DnsRecord::TXT => ['data' => Types::ANYTHING],
        DnsRecord::SRV => ['priority' => Types::SHORT, 'weight' => Types::SHORT, 'port' => Types::SHORT, 'name' => Types::DOMAIN_NAME],
    ];

    private static ?Decoder $decoder = null;

    /** @throws DnsError */
    public static function read(string $bytes): DnsMessage
    {
        try {
            $message = self::decoder()->decode($bytes);
        } catch (\RuntimeException|\LogicException $e) {
            throw new DnsError($e->getMessage(), previous: $e);
        }
        $questions = [];
        foreach ($message->getQuestionRecords() as $question) {
            \assert($question instanceof Record);
            $questions[] = new DnsRecord(self::labels($question->getName()), $question->getType());
        }

        return new DnsMessage(
            id: $message->getID(),
            isResponse: MessageTypes::RESPONSE === $message->getType(),
            questions: $questions,
            records: [...self::records($message->getAnswerRecords()), ...self::records($message->getAuthorityRecords())],
            besides: self::records($message->getAdditionalRecords()),
        );
    }

    /**
     * @param iterable<mixed> $all
     *
     * @return list<DnsRecord> those of the types that are known
     */
    private static function records(iterable $all): array
    {
        $records = [];
        foreach ($all as $resource) {
            \assert($resource instanceof Resource);
            $record = self::record($resource);
            if (null !== $record) {
                $records[] = $record;
            }
        }

        return $records;
    }

    private static function record(Resource $resource): ?DnsRecord
    {
        $target = [];
        $port = 0;
        foreach ($resource->getData() as $field) {
            if ($field instanceof DomainName) {
                $target = self::labels($field);
            } elseif ($field instanceof IPv4Address) {
                $target = [implode('.', $field->getOctets())];
            } elseif ($field instanceof Short) {
                // Priority and weight come before it.
                $value = $field->getValue();
                $port = \is_int($value) ? $value : 0;
            }
        }

        return match ($resource->getType()) {
            DnsRecord::A, DnsRecord::PTR, DnsRecord::SRV => new DnsRecord(
                name: self::labels($resource->getName()),
                type: $resource->getType(),
                target: $target,
                port: $port,
                ttl: $resource->getTTL(),
            ),
            default => null,
        };
    }

    /** @return list<string> */
    private static function labels(DomainName $name): array
    {
        return array_values($name->getLabels());
    }

    private static function decoder(): Decoder
    {
        if (null === self::$decoder) {
            $types = new TypeBuilder(new RawTypes());
            $definitions = new TypeDefinitionManager(new TypeDefinitionFactory(), new FieldDefinitionFactory());
            foreach (self::FIELDS as $type => $fields) {
                $definitions->registerTypeDefinition($type, (new TypeDefinitionFactory())->create(new FieldDefinitionFactory(), $fields));
            }
            self::$decoder = new Decoder(
                new PacketFactory(),
                new MessageFactory(),
                new QuestionFactory(),
                new ResourceBuilder(new ResourceFactory(), new RDataBuilder(new RDataFactory(), $types), $definitions),
                $types,
                new DecodingContextFactory(),
            );
        }

        return self::$decoder;
    }
}
