<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http\Access;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Security\Core\Authentication\Token\TokenInterface;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Core\Exception\BadCredentialsException;
use Symfony\Component\Security\Http\Authenticator\AbstractAuthenticator;
use Symfony\Component\Security\Http\Authenticator\Passport\Badge\UserBadge;
use Symfony\Component\Security\Http\Authenticator\Passport\SelfValidatingPassport;
use Symfony\Component\Security\Http\EntryPoint\AuthenticationEntryPointInterface;

/** Lets in whoever has a session of this ledger. */
final class SessionAuthenticator extends AbstractAuthenticator implements AuthenticationEntryPointInterface
{
    public function __construct(private readonly Session $session)
    {
    }

    public function supports(Request $request): bool
    {
        return '/enter' !== $request->getPathInfo();
    }

    public function authenticate(Request $request): SelfValidatingPassport
    {
        if (!$this->session->holds($request->cookies->getString($this->session->name()))) {
            throw new BadCredentialsException();
        }

        return new SelfValidatingPassport(new UserBadge('photographer'));
    }

    public function onAuthenticationSuccess(Request $request, TokenInterface $token, string $firewallName): null
    {
        return null;
    }

    public function onAuthenticationFailure(Request $request, AuthenticationException $exception): Response
    {
        return $this->start($request, $exception);
    }

    public function start(Request $request, ?AuthenticationException $authException = null): Response
    {
        return new JsonResponse(['error' => 'Open the ledger by the address that "bin/ledger address" prints, new each time.'], 401);
    }
}
