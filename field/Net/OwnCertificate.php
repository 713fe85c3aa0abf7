<?php

declare(strict_types=1);

namespace Vorhut\Field\Net;

use Amp\Socket\Certificate;
use Amp\Socket\ServerTlsContext;

/** A certificate that a stand-in made for itself, as units do in their factory state; nobody has signed it. */
final class OwnCertificate
{
    private const DAYS = 30;
    private ?string $file = null;

    public function __destruct()
    {
        if (null !== $this->file) {
            unlink($this->file);
        }
    }

    public function context(): ServerTlsContext
    {
        return (new ServerTlsContext())->withDefaultCertificate(new Certificate($this->file ??= self::make()));
    }

    /** The file with key and certificate, which the owner alone can read. */
    private static function make(): string
    {
        $options = ['private_key_type' => \OPENSSL_KEYTYPE_EC, 'curve_name' => 'prime256v1', 'digest_alg' => 'sha256'];
        $key = openssl_pkey_new($options);
        \assert($key instanceof \OpenSSLAsymmetricKey);
        openssl_pkey_export($key, $secret);
        \assert(\is_string($secret));
        $request = openssl_csr_new(['commonName' => 'stand-in.invalid'], $key, $options);
        $certificate = $request instanceof \OpenSSLCertificateSigningRequest
            ? openssl_csr_sign($request, null, $secret, self::DAYS, $options)
            : false;
        $file = tempnam(sys_get_temp_dir(), 'vorhut-key-');
        if (false === $certificate || false === $file) {
            throw new \RuntimeException('No certificate could be made: '.openssl_error_string());
        }
        openssl_x509_export($certificate, $signed);
        \assert(\is_string($signed));
        file_put_contents($file, $signed.$secret);

        return $file;
    }
}
