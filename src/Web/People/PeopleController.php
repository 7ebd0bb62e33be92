<?php

declare(strict_types=1);

namespace Snugfit\Web\People;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Shop\Entity\AccessToken;
use Snugfit\Shop\Entity\Person;
use Snugfit\Shop\Entity\Role;
use Snugfit\Shop\People\AccessTokens;
use Snugfit\Shop\People\Accounts;
use Snugfit\Shop\People\ImpossiblePerson;
use Snugfit\Shop\Repository\PersonRepository;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** People: who may sign in and as what; and for everybody the own password and tokens for scripts. */
final class PeopleController extends AbstractController
{
    public function __construct(
        private readonly Accounts $accounts,
        private readonly AccessTokens $tokens,
        private readonly SignedInPerson $signedIn,
        private readonly PersonRepository $people,
    ) {
    }

    #[Route('/sign-in', name: 'sign_in', methods: ['GET', 'POST'])]
    public function signIn(Request $request): Response
    {
        return $this->render('people/sign-in.html.twig', ['name' => '', 'wrong' => null, 'to' => $request->query->getString('to')]);
    }

    #[Route('/sign-out', name: 'sign_out', methods: ['POST'])]
    public function signOut(Request $request): Response
    {
        $this->tokens->revoke($request->cookies->getString(Door::COOKIE));
        $answer = $this->redirectToRoute('sign_in', [], Response::HTTP_SEE_OTHER);
        $answer->headers->clearCookie(Door::COOKIE);

        return $answer;
    }

    #[Route('/people', name: 'people', methods: ['GET'])]
    public function show(): Response
    {
        return $this->page();
    }

    #[Route('/people', name: 'person_add', methods: ['POST'])]
    public function add(Request $request): Response
    {
        $sent = $request->request;

        return $this->acted(fn (): Person => $this->accounts->add(
            $sent->getString('name'),
            Role::tryFrom($sent->getString('role')) ?? Role::Viewer,
            $sent->getString('password'),
        ));
    }

    #[Route('/people/{person<\d+>}/{act<role|password|remove>}', name: 'person_act', methods: ['POST'])]
    public function act(Person $person, string $act, Request $request): Response
    {
        $sent = $request->request;

        return $this->acted(fn () => match ($act) {
            'role' => $this->accounts->setRole($person, Role::tryFrom($sent->getString('role')) ?? $person->role()),
            'password' => $this->accounts->setPassword($person, $sent->getString('password')),
            default => $this->accounts->remove($person),
        });
    }

    /** One's own password and tokens. */
    #[Route('/me', name: 'me', methods: ['GET'])]
    public function me(): Response
    {
        return $this->myPage();
    }

    #[Route('/me/password', name: 'my_password', methods: ['POST'])]
    public function password(Request $request): Response
    {
        $me = $this->signedIn->person() ?? throw $this->createNotFoundException();
        try {
            $this->accounts->changeOwnPassword($me, $request->request->getString('old'), $request->request->getString('new'));
        } catch (ImpossiblePerson $e) {
            return $this->myPage(['wrong' => $e->getMessage()]);
        }

        return $this->redirectToRoute('sign_in', [], Response::HTTP_SEE_OTHER);
    }

    /** The token is shown once, in the answer to this. */
    #[Route('/me/tokens', name: 'my_token', methods: ['POST'])]
    public function token(Request $request): Response
    {
        $label = trim($request->request->getString('label'));

        return '' === $label
            ? $this->myPage(['wrong' => 'Say what the token is for, so that you know later which one to take back.'])
            : $this->myPage(['token' => $this->tokens->give($this->signedIn->person() ?? throw $this->createNotFoundException(), $label)]);
    }

    #[Route('/me/tokens/{token<\d+>}/remove', name: 'my_token_remove', methods: ['POST'])]
    public function removeToken(int $token, EntityManagerInterface $entities): Response
    {
        $known = $entities->find(AccessToken::class, $token);
        if (null === $known || null === $known->label() || $known->person() !== $this->signedIn->person()) {
            throw $this->createNotFoundException();
        }
        $entities->remove($known);
        $entities->flush();

        return $this->redirectToRoute('me', [], Response::HTTP_SEE_OTHER);
    }

    /** @param \Closure(): mixed $act */
    private function acted(\Closure $act): Response
    {
        try {
            $act();
        } catch (ImpossiblePerson $e) {
            return $this->page($e->getMessage());
        }

        return $this->redirectToRoute('people', [], Response::HTTP_SEE_OTHER);
    }

    private function page(?string $wrong = null): Response
    {
        return $this->render(
            'people/people.html.twig',
            ['people' => $this->people->all(), 'wrong' => $wrong],
            new Response(status: null === $wrong ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY),
        );
    }

    /** @param array{wrong?: string, token?: string} $more */
    private function myPage(array $more = []): Response
    {
        $me = $this->signedIn->person();

        return $this->render(
            'people/me.html.twig',
            $more + ['wrong' => null, 'token' => null, 'me' => $me, 'scripts' => null === $me ? [] : $this->tokens->scriptsOf($me)],
            new Response(status: isset($more['wrong']) ? Response::HTTP_UNPROCESSABLE_ENTITY : Response::HTTP_OK),
        );
    }
}
