import { Box } from '@chakra-ui/react';
import { zodResolver } from '@hookform/resolvers/zod';
import { useQueryClient } from '@tanstack/react-query';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import type { z } from 'zod';
import { signIn, signInBody } from '@kavrell/contract';
import { call, wordsOf } from '../../platform/api.ts';
import { Button } from '../../ui/Button.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Problem } from '../../ui/Problem.tsx';

export function SignInScreen({ said }: { said?: string }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const form = useForm<z.infer<typeof signInBody>>({
    resolver: zodResolver(signInBody),
    defaultValues: { name: 'owner', password: '' },
  });
  const { errors, isSubmitting } = form.formState;
  const submit = form.handleSubmit((body) =>
    call(signIn, { params: {}, body }).then(
      (data) => {
        client.setQueryData(['me'], data);
        if (window.location.pathname === '/enter') void navigate('/', { replace: true });
      },
      (error: unknown) => form.setError('root', { message: wordsOf(error) }),
    ),
  );
  return (
    <Box maxW="400px" mx="auto" pt="16vh" px={4}>
      <Box as="h1" fontSize="xxl" lineHeight="1.1">
        Kavrell
      </Box>
      <Box color="soft" mb={6}>
        One thread from the shot you want to the copies that keep it.
      </Box>
      {said ? <Problem mb={4}>{said}</Problem> : null}
      <form onSubmit={(e) => void submit(e)} noValidate>
        <FormField
          label="Name"
          error={errors.name?.message}
          input={{ ...form.register('name'), autoComplete: 'username' }}
        />
        <FormField
          label="Password"
          error={errors.password?.message}
          input={{ ...form.register('password'), type: 'password', autoComplete: 'current-password' }}
        />
        {errors.root ? <Problem mb={3}>{errors.root.message}</Problem> : null}
        <Button type="submit" look="primary" disabled={isSubmitting}>
          Sign in
        </Button>
      </form>
      <Box color="soft" mt={6} fontSize="s">
        First time here? The start command printed a one-time link that signs you in. Set a password in the settings
        afterwards.
      </Box>
    </Box>
  );
}
