<script setup lang="ts">
useHead({ title: 'Shop · Arreglo' })
</script>

<template>
  <main class="shop">
    <h1>The shop, as the plans see it</h1>
    <ShopClimate />
    <ShopRooms />
    <ShopManner />
    <ShopDevice />
    <ShopRack />
    <ShopShelf />
    <ShopBitDrawer />
    <ShopWoodStore />
    <ShopPriceList />
    <ShopReleaseWays />
    <ShopWorkshopNetwork />
    <ShopDataCopies />
    <ShopEraseCustomer />
    <ShopSection id="instruments" heading="Instruments">
      <p>
        A digital caliper that types like a keyboard goes into the size under the cursor; so does what
        <NuxtLink to="/caliper" class="key-link">the caliper to try things with</NuxtLink> sends.
      </p>
    </ShopSection>
  </main>
</template>

<style scoped>
.key-link {
  text-decoration: underline;
  text-underline-offset: 3px;
}
.shop {
  padding: 22px 24px 40px;
  max-width: 980px;
  display: grid;
  gap: 22px;
}
</style>
