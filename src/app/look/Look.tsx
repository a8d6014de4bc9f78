import { StyleProvider } from '@ant-design/cssinjs';
import { ConfigProvider } from 'antd';
import { createContext, useContext, useEffect, useMemo, type ReactNode } from 'react';
import { useLook } from '../store/look-at.ts';
import { antTheme } from './theme.ts';
import { day, night, type Tokens } from './tokens.ts';

const TokensContext = createContext<Tokens>(day);

/** The colours in force, by day or by night. */
export const useTokens = (): Tokens => useContext(TokensContext);

/** Dresses everything inside: our tokens as CSS variables, and Ant Design's made from them. */
export function Look({ children }: { children: ReactNode }) {
  const dark = useLook((state) => state.dark);
  const tokens: Tokens = dark ? night : day;
  const theme = useMemo(() => antTheme(tokens, dark), [tokens, dark]);
  useEffect(() => {
    for (const [name, colour] of Object.entries(tokens))
      document.documentElement.style.setProperty(`--${name}`, colour);
    document.documentElement.style.colorScheme = dark ? 'dark' : 'light';
    localStorage.setItem('close-rank-night', dark ? 'yes' : 'no');
  }, [tokens, dark]);
  return (
    <TokensContext value={tokens}>
      <StyleProvider layer>
        <ConfigProvider theme={theme} button={{ autoInsertSpace: false }} wave={{ disabled: true }}>
          <div className="app">{children}</div>
        </ConfigProvider>
      </StyleProvider>
    </TokensContext>
  );
}
