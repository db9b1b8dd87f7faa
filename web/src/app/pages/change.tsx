export { ChangeView as Page } from '@/features/change/ChangeView'
