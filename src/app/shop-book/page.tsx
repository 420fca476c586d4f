import { redirect } from 'next/navigation';

export default function ShopBookPage(): never {
  redirect('/shop-book/names');
}
