/** Who is signed in on this browser. */
import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'

import { client, data, setCsrfToken, type Schemas } from '../../api/client'
import { forgetLoads } from '../../api/loads'

export const useSession = defineStore('session', () => {
  const user = shallowRef<Schemas['UserOut'] | null>(null)
  const isDemo = ref(false)
  const mayCreateAccount = ref(false)
  /** How figures kept in a unit are shown. */
  const units = shallowRef<Schemas['SessionOut']['units']>({})
  /** Of a helper: the one night he was given. */
  const helps = shallowRef<Schemas['HelpsOut'] | null>(null)
  let asked: Promise<void> | null = null

  function take(session: Schemas['SessionOut']): void {
    user.value = session.user
    isDemo.value = session.is_demo
    mayCreateAccount.value = session.may_create_account
    units.value = session.units
    helps.value = session.helps ?? null
    setCsrfToken(session.csrf_token)
    forgetLoads() // whoever it was before, in whatever units
  }

  /** Ask once a page load who is there. */
  function load(): Promise<void> {
    asked ??= data(client.GET('/api/v1/session')).then(take, (error: unknown) => {
      asked = null
      throw error
    })
    return asked
  }

  const signIn = async (body: Schemas['SignIn']) =>
    take(await data(client.POST('/api/v1/session', { body })))
  const createAccount = async (body: Schemas['AccountCreate']) =>
    take(await data(client.POST('/api/v1/accounts', { body })))
  const enterDemo = async () => take(await data(client.POST('/api/v1/session/demo')))

  const comeToHelp = async (token: string) =>
    take(await data(client.POST('/api/v1/session/helper', { body: { token } })))

  /** As the server tells it now, after something of the account changed. */
  async function again(): Promise<void> {
    asked = null
    await load()
  }

  async function signOut(): Promise<void> {
    await data(client.DELETE('/api/v1/session'))
    await again()
  }

  return {
    user,
    isDemo,
    mayCreateAccount,
    units,
    helps,
    load,
    again,
    signIn,
    createAccount,
    enterDemo,
    comeToHelp,
    signOut,
  }
})
