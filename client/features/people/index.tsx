import type { SessionInfo } from '@abacist/contracts';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { request } from '~/api/http';
import { forgetAllButSession } from '~/api/session';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { ErrorNote } from '~/ui/Notes';
import { Body, Heading } from '~/ui/Text';

type Fields = { username: string; password: string };

/** The sign-in page. In the demo it names the demo's people, each one tap away. */
export function SignIn({ info }: { info: SessionInfo }) {
  const t = useWords();
  const client = useQueryClient();
  const [fields, setFields] = useState<Fields>({ username: '', password: '' });
  const [tried, setTried] = useState(false);
  const signIn = useMutation({
    mutationFn: (sent: Fields) => request<SessionInfo>('POST', '/session', sent),
    onSuccess: (session) => {
      forgetAllButSession(client);
      client.setQueryData(['session'], session);
    },
  });
  const submit = () => {
    setTried(true);
    if (fields.username && fields.password) signIn.mutate(fields);
  };
  return (
    <Column flex={1} overflow="scroll" render="main">
      <Column
        width="100%"
        maxWidth={440}
        alignSelf="center"
        padding="$4"
        gap="$4"
        paddingTop="$7"
      >
        <Column gap="$1">
          <Body tone="faded">{info.shop.name}</Body>
          <Heading size="huge" level={1}>
            {t('shell.name')}
          </Heading>
          <Body tone="faded">{t('people.question')}</Body>
        </Column>
        {(['username', 'password'] as const).map((name) => (
          <Field
            key={name}
            label={t(`people.${name}`)}
            value={fields[name]}
            onChange={(value) => setFields({ ...fields, [name]: value })}
            secret={name === 'password'}
            autoComplete={name === 'password' ? 'current-password' : 'username'}
            onSubmit={submit}
            error={tried && !fields[name] ? t('common.required') : undefined}
          />
        ))}
        <ErrorNote error={signIn.error} />
        <Button kind="primary" big label={t('people.signIn')} onPress={submit} />
        {info.demoUsers.length > 0 ? (
          <Column gap="$2" paddingTop="$4">
            <Heading size="section">{t('people.demo')}</Heading>
            <Body tone="faded">{t('people.demoHint')}</Body>
            <Sheet>
              {info.demoUsers.map((user) => (
                <SheetRow key={user.username}>
                  <Column flex={1}>
                    <Body strong>{user.name}</Body>
                    <Body small tone="faded">
                      {t('people.demoUser', { ...user, role: t(`role.${user.role}`) })}
                    </Body>
                  </Column>
                  <Line>
                    <Button
                      label={t('people.signInAs', { role: t(`role.${user.role}`) })}
                      onPress={() =>
                        signIn.mutate({ username: user.username, password: user.password })
                      }
                    />
                  </Line>
                </SheetRow>
              ))}
            </Sheet>
          </Column>
        ) : null}
      </Column>
    </Column>
  );
}
