using NeatBore.Core.Log;
using NeatBore.Core.Measures;

namespace NeatBore.Server.Shops;

internal static class OnlyALead
{
    /// <summary>The lead with an id.</summary>
    /// <param name="shop">The shop.</param>
    /// <param name="by">The id.</param>
    /// <param name="does">What only a lead does, such as "changes a sheet".</param>
    /// <exception cref="UnusableInputException">Nobody has it, or who has it is no lead.</exception>
    public static Signer Of(Shop shop, string by, string does) =>
        shop.People.FirstOrDefault(p => p.Id == by) is not { } person
            ? throw new UnusableInputException("by", $"“{by}” is nobody in this shop")
        : person.Role == Role.Lead ? person
        : throw new UnusableInputException("by", $"only a lead {does}; {person.Name} is not one");
}
